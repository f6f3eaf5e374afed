/** Saves a file as a plain download, which every browser does alike and without asking leave. */
export async function saveFile(blob: Blob, name: string): Promise<void> {
  const a = document.createElement('a')
  a.href = URL.createObjectURL(blob)
  a.download = name
  a.click()
  setTimeout(() => URL.revokeObjectURL(a.href), 60_000)
}

/** A name as the stem of a file’s: letters and figures, the rest as hyphens. */
export const fileStem = (name: string): string => name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()

/** Asks for one file; undefined when the chooser is closed without one. */
export function openFile(extensions: string[]): Promise<File | undefined> {
  return new Promise((resolve) => {
    const input = document.createElement('input')
    input.type = 'file'
    input.accept = extensions.join(',')
    input.onchange = () => resolve(input.files?.[0])
    input.oncancel = () => resolve(undefined)
    input.click()
  })
}
