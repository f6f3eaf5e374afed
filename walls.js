import { readdirSync } from 'node:fs'
import { dirname, join, relative, resolve, sep } from 'node:path'

const root = import.meta.dirname
const core = 'core/src'
const pattern = 'core/src/pattern'
const web = 'web/src'

/**
 * The house, floor by floor, and the one place where it stands. Of a folder that has floors, a room may use rooms of earlier
 * floors, never those of its own floor or a later one. `index`: through their index only.
 */
export const floors = {
  [core]: {
    index: true,
    rooms: [
      ['number', 'file'],
      ['quantity', 'picture'],
      ['stock'],
      ['blade'],
      ['saw'],
      ['job'],
      ['tension'],
      ['cut'],
      ['sound'],
      ['belief'],
      ['choose'],
      ['setup', 'log', 'fit', 'trial'],
      ['learn'],
      ['bill', 'diagnose'],
      ['kit', 'camera'],
      ['pattern', 'run', 'joint', 'practice', 'week'],
      ['words'],
    ],
  },
  [pattern]: { rooms: [['read'], ['outline'], ['measure'], ['letters', 'picture'], ['plan'], ['estimate'], ['write']] },
  [web]: { rooms: [['data', 'fonts'], ['work'], ['draw'], ['store'], ['ui'], ['places'], ['app']] },
  // places are what stands in their folder, all on one floor: they do not know one another
  [`${web}/places`]: { rooms: [readdirSync(join(root, web, 'places'))] },
}

/** Packages a room of core may use: they only compute. Every other room uses none. */
export const packages = {
  [`${core}/joint`]: ['@tarikjabiri/dxf'],
  [`${pattern}/measure`]: ['flatbush', 'polylabel'],
  [`${pattern}/outline`]: ['clipper-lib', 'flatbush'],
  [`${pattern}/picture`]: ['fit-curve'],
  [`${pattern}/plan`]: ['flatbush'],
  [`${pattern}/read`]: ['color-string', 'saxes'],
  [`${pattern}/write`]: ['@tarikjabiri/dxf'],
  [`${core}/sound`]: ['fft.js'],
}

/** Doors of core for everybody else. */
export const doors = [
  '@green-pitch/core',
  ...['camera', 'joint', 'pattern', 'practice', 'sound', 'week'].map((room) => `@green-pitch/core/${room}`),
]

const within = (path, folder) => path.startsWith(`${folder}/`)

/**
 * Why a file may not import this, or undefined where it may.
 * @param file path of the importing file from the root, with slashes
 * @param source what stands behind `from`
 */
export function refusal(file, source) {
  const [workspace] = file.split('/')
  if (!source.startsWith('.')) {
    if (workspace === 'core') {
      const leave = Object.entries(packages).find(([room]) => within(file, room))
      if (!leave?.[1].includes(source)) return `core uses no packages; a few rooms have leave for some that only compute (walls.js).`
    } else if (/^@green-pitch\/(core|web|server)/.test(source)) {
      if (!doors.includes(source)) return `Use core through its doors: ${doors.join(', ')}.`
    }
    return undefined
  }
  const target = relative(root, resolve(root, dirname(file), source))
    .split(sep)
    .join('/')
  if (target.split('/')[0] !== workspace) return `${workspace} does not reach into another workspace by a path.`
  for (const [folder, { rooms, index }] of Object.entries(floors)) {
    if (!within(file, folder) || !within(target, folder)) continue
    const [room, ...rest] = target.slice(folder.length + 1).split('/')
    const own = file.slice(folder.length + 1).split('/')[0]
    if (room === own) continue
    const level = (name) => rooms.findIndex((floor) => floor.includes(name))
    // files that stand in the folder itself, like its index, see every room
    if (level(own) < 0) continue
    if (level(room) < 0) return `${folder}/${room} is no room of walls.js.`
    if (level(room) >= level(own)) return `${folder}/${own} may use only rooms of earlier floors (walls.js).`
    if (index && !/^index(\.js)?$/.test(rest.join('/'))) return `Import a neighboring room through its index.`
  }
  return undefined
}

/** The rule for the linter: whatever names a module is held against the walls. */
export const walls = {
  create(context) {
    const file = relative(root, context.filename).split(sep).join('/')
    const look = (node) => {
      if (typeof node?.value !== 'string') return
      const message = refusal(file, node.value)
      if (message) context.report({ node, message })
    }
    const named = ({ source }) => look(source)
    return {
      ImportDeclaration: named,
      ExportNamedDeclaration: named,
      ExportAllDeclaration: named,
      ImportExpression: named,
      TSImportType: named,
    }
  },
}
