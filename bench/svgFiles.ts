import { readdirSync, statSync } from 'node:fs'
import { join } from 'node:path'

/** Every SVG file in some folders and what lies in them. */
export function svgFiles(folders: readonly string[]): string[] {
  const files: string[] = []
  const walk = (dir: string) => {
    for (const name of readdirSync(dir)) {
      const path = join(dir, name)
      const s = statSync(path, { throwIfNoEntry: false })
      if (s?.isDirectory()) walk(path)
      else if (s?.isFile() && name.endsWith('.svg')) files.push(path)
    }
  }
  folders.forEach(walk)
  return files
}
