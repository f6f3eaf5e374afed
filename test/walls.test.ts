import { existsSync, readdirSync } from 'node:fs'
import { ESLint } from 'eslint'
import { describe, expect, it } from 'vitest'
import { floors, packages } from '../walls.js'

const linter = new ESLint({ overrideConfig: { rules: { '@typescript-eslint/no-unused-vars': 'off' } } })
/** Which of these imports the project's own linter refuses in this file. */
async function refused(file: string, sources: readonly string[]): Promise<string[]> {
  const text = sources.map((source, i) => `import * as room${i} from '${source}'\nexport type T${i} = typeof room${i}\n`).join('')
  const [result] = await linter.lintText(text, { filePath: file })
  expect(result!.messages.filter((m) => m.fatal)).toEqual([])
  return result!.messages.filter((m) => m.ruleId === 'house/walls').map((m) => sources[(m.line - 1) / 2]!)
}

describe('the walls of the house', () => {
  it('every folder is a room, and every room a folder', () => {
    for (const [folder, { rooms }] of Object.entries(floors)) {
      const there = readdirSync(folder, { withFileTypes: true }).flatMap((e) => (e.isDirectory() ? [e.name] : []))
      expect([...rooms.flat()].sort(), folder).toEqual(there.sort())
    }
    for (const room of Object.keys(packages)) expect(existsSync(room), room).toBe(true)
  })

  it('from every room: its own floor and later ones are refused, earlier ones open', async () => {
    for (const [folder, { rooms, index }] of Object.entries(floors))
      for (const [level, floor] of rooms.entries())
        for (const room of floor) {
          const to = (other: string) => `../${other}/index${folder.startsWith('core') ? '.js' : ''}`
          const closed = rooms
            .slice(level)
            .flat()
            .filter((other) => other !== room)
            .map(to)
          const open = rooms.slice(0, level).flat().map(to)
          // past the index of a neighbor there is no way, however the path is written
          const past = index ? open.flatMap((way) => [way.replace('index', 'inner'), `../${room}/${way}`.replace('index', 'inner')]) : []
          expect(await refused(`${folder}/${room}/trial.ts`, [...closed, ...open, ...past]), `${folder}/${room}`).toEqual([
            ...closed,
            ...past,
          ])
        }
  })

  it('a room of a room is held to the floors of both', async () => {
    expect(
      await refused('core/src/pattern/outline/trial.ts', ['../../practice/index.js', '../../words/index.js', '../../cut/chip.js']),
    ).toHaveLength(3)
    expect(await refused('web/src/places/chart/Trial.ts', ['../remedy/Remedy.vue', '../../app/router', '../../store/job'])).toEqual([
      '../remedy/Remedy.vue',
      '../../app/router',
    ])
  })

  it('packages are let in where they have leave; workspaces are known by their doors', async () => {
    const all = [...new Set(Object.values(packages).flat()), 'vue', 'node:fs']
    const files = ['core/src/cut', 'core/src/words', 'core/src/pattern/estimate', 'core/src/pattern', ...Object.keys(packages)]
    for (const room of files) {
      const leave = packages[room as keyof typeof packages] ?? []
      expect(await refused(`${room}/trial.ts`, all), room).toEqual(all.filter((name) => !leave.includes(name)))
    }
    const shut = ['@green-pitch/core/src/cut', '@green-pitch/core/cut', '@green-pitch/server', '../../../core/src/index']
    expect(await refused('web/src/store/trial.ts', [...shut, '@green-pitch/core', '@green-pitch/core/sound', 'vue'])).toEqual(shut)
    expect(await refused('server/src/trial.ts', ['@green-pitch/web', '../../web/src/app/main', 'fastify'])).toHaveLength(2)
  })

  it('every manner of naming a module is looked at, in components too', async () => {
    const vue =
      '<script setup lang="ts">\nconst there = () => import("../log/Log.vue")\ntype T = import("../jobs/Jobs.vue").T\nexport * from "../run/Run.vue"\n</script>\n'
    const [result] = await linter.lintText(vue, { filePath: 'web/src/places/bench/Trial.vue' })
    expect(result!.messages.filter((m) => m.ruleId === 'house/walls').map((m) => m.line)).toEqual([2, 3, 4])
  })
})
