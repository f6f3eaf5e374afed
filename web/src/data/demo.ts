import {
  bladeById,
  makeJob,
  materialById,
  MODEL,
  sawById,
  type StrungSaw,
  sectionOf,
  standInStress,
  evaluate,
  type Cut,
  type Fate,
  type Job,
  type Saw,
  type Stock,
  type Grade,
} from '@green-pitch/core'
import { db, replaceAll } from './db'
import { patternFrom, readDrawing } from './patternFile'
import { shippedPatterns } from './shipped'
import type { DrawerRecord, JobRecord, LogRecord, SawRecord } from './records'

/** Saltmarsh Bench: a made-up workshop of two by an estuary. One pierces metal, the other saws wood. */

const DAY = 86_400_000
const START = Date.UTC(2026, 8, 1, 9)

const windowSaw: StrungSaw = { ...(sawById('scroll-plain') as StrungSaw), name: 'The window saw: scroll, plain ends, quick clamp' }
/** What its lever was heard to give two sizes, a hand's inexactness included, and its dial. */
const heardAt = (id: string, marks: [mark: number, off: number][]) =>
  marks.map(([mark, off], i) => {
    const section = sectionOf(bladeById(id)!)
    return { mark, stress: Math.round(standInStress(windowSaw, section, mark) * off), section, at: START + i * 60_000 }
  })
const scroll: StrungSaw = {
  ...windowSaw,
  calibration: {
    lever: [
      ...heardAt('scroll-reverse-skip-4', [
        [2, 0.99],
        [3, 1.02],
        [4, 1],
      ]),
      ...heardAt('scroll-reverse-skip-9', [
        [2, 1.01],
        [4, 0.98],
      ]),
    ],
    dial: [
      [2, 580],
      [4, 990],
      [6, 1420],
    ].map(([dial, strokes], i) => ({ dial: dial!, strokes: strokes!, at: START + i * 60_000 })),
  },
}
const large: Saw = sawById('scroll-large')!
const frame: Saw = { ...sawById('frame-70')!, name: 'Jeweler’s frame, 70 mm deep' }

const stock = (id: string, form: 'board' | 'sheet', thickness: number): Stock => ({ material: materialById(id)!, form, thickness })
const jobOf = (s: Stock, saw: Saw, cut: Partial<Cut>, pace = 0.5): Job => makeJob({ stock: s, saw, cut, pace })

const jigsaw: Saw = sawById('jigsaw-orbital')!
const coping: Saw = sawById('coping-120')!
const handSaws: Saw = sawById('hand-saws')!

const jobs: { id: string; name: string; job: Job; blade?: string; pattern?: string }[] = [
  {
    id: 'demo-bracket',
    name: 'Dinghy-curve bracket',
    job: jobOf(
      stock('spruce-ply', 'board', 18),
      large,
      { radius: 4, web: undefined, hole: 3, finish: 'ordinary', shows: 'face', length: 880, openings: 3 },
      0.7,
    ),
    pattern: 'bracket.dxf',
  },
  {
    id: 'demo-tray',
    name: 'Avocet inlay tray',
    job: jobOf(
      { form: 'stack', material: materialById('walnut')!, thickness: 4, sheets: 2 },
      scroll,
      { radius: 4, web: undefined, hole: 1.2, line: 'split', shows: 'both', length: 1450, openings: 3 },
      0.35,
    ),
    blade: 'scroll-double-3',
    pattern: 'avocet-tray.svg',
  },
  {
    id: 'demo-gull',
    name: 'Gull mobile, six off',
    job: jobOf(
      { form: 'stack', material: materialById('birch-ply')!, thickness: 3, sheets: 3 },
      scroll,
      { kind: 'outline', radius: 4, web: 4, hole: undefined, finish: 'ordinary', shows: 'both', length: 2600, openings: 0 },
      0.7,
    ),
  },
  {
    id: 'demo-outline',
    name: 'Dinghy-curve brackets, outlines',
    job: jobOf(
      stock('spruce-ply', 'board', 18),
      jigsaw,
      { kind: 'outline', radius: 25, web: undefined, hole: undefined, finish: 'ordinary', shows: 'face', length: 640, openings: 0 },
      0.5,
    ),
  },
  {
    id: 'demo-rail',
    name: 'Harbour-rail moulding, coped',
    job: jobOf(
      stock('pine', 'board', 18),
      coping,
      {
        kind: 'outline',
        radius: 7,
        web: undefined,
        hole: undefined,
        finish: 'ordinary',
        shows: 'face',
        length: 90,
        openings: 0,
        lie: { behind: 160, beside: 34 },
      },
      0.4,
    ),
  },
  {
    id: 'demo-caddy',
    name: 'Pear tea caddy, dovetails',
    job: jobOf(
      stock('pear', 'board', 10),
      handSaws,
      {
        kind: 'straight',
        radius: undefined,
        web: undefined,
        hole: undefined,
        grain: 'along',
        depth: 10.3,
        finish: 'careful',
        shows: 'face',
        length: 660,
        openings: 0,
      },
      0.35,
    ),
    blade: 'dovetail-17',
  },
  {
    id: 'demo-curlew',
    name: 'Curlew pendant',
    job: jobOf(stock('silver', 'sheet', 0.8), frame, { radius: 2.2, web: 1.2, hole: 0.8, shows: 'face', length: 310, openings: 7 }, 0.4),
    blade: 'jeweler-4o0',
    pattern: 'curlew-pendant.svg',
  },
  {
    id: 'demo-dial',
    name: 'Tide dial',
    job: jobOf(stock('pear', 'board', 9), scroll, { radius: 2.6, web: 3, hole: 1.5, length: 3940, openings: 37 }, 0.55),
    blade: 'scroll-reverse-skip-4',
    pattern: 'tide-dial.svg',
  },
]

const owned: [id: string, count: number, minutes: number, note: string][] = [
  ['scroll-reverse-skip-0', 3, 0, ''],
  ['scroll-reverse-skip-4', 4, 12, 'the everyday one'],
  ['scroll-reverse-skip-5', 6, 0, ''],
  ['scroll-reverse-skip-9', 5, 0, 'for brackets and blocks'],
  ['scroll-double-3', 8, 0, ''],
  ['scroll-standard-4', 2, 0, ''],
  ['scroll-twisted-2', 5, 0, 'silhouettes'],
  ['scroll-metal-3', 0, 6, 'last one broke; buy'],
  ['jeweler-4o0', 10, 0, ''],
  ['jeweler-3o0', 14, 4, 'curlew'],
  ['jeweler-2o0', 9, 0, ''],
  ['jeweler-2', 6, 0, 'thick stock'],
  ['jig-curve-16', 3, 0, ''],
  ['jig-curve-ground-20', 2, 10, 'brackets'],
  ['jig-set-8', 4, 0, ''],
  ['jig-metal-24', 2, 0, ''],
  ['coping-wood-15', 4, 0, ''],
  ['dovetail-17', 1, 240, 'refiled in spring'],
  ['carcass-14', 1, 90, ''],
  ['tenon-11', 1, 60, ''],
]

type Done = [
  day: number,
  title: string,
  stock: Stock,
  saw: Saw,
  cut: Partial<Cut>,
  blade: string,
  minutes: number,
  length: number,
  blades: number,
  fate: Fate,
  face: Grade,
  underside: Grade,
  edge: Grade,
  cleanUp: number,
  note: string,
]
const done: Done[] = [
  [
    2,
    'Tide dial, trial ring',
    stock('pear', 'board', 9),
    scroll,
    { radius: 2.6 },
    'scroll-reverse-skip-4',
    14,
    900,
    1,
    'fine',
    5,
    4,
    4,
    3,
    'dial 4, ran true',
  ],
  [
    4,
    'Tide dial, inner ring',
    stock('pear', 'board', 9),
    scroll,
    { radius: 2.6 },
    'scroll-reverse-skip-4',
    22,
    1500,
    1,
    'dull',
    5,
    3,
    3,
    6,
    'browned at the end',
  ],
  [
    5,
    'Curlew, first pair',
    stock('silver', 'sheet', 0.8),
    frame,
    { radius: 1.5, hole: 0.8 },
    'jeweler-3o0',
    18,
    310,
    3,
    'broke',
    4,
    4,
    4,
    5,
    'two went on the beak',
  ],
  [
    8,
    'Curlew, second pair',
    stock('silver', 'sheet', 0.8),
    frame,
    { radius: 1.5, hole: 0.8 },
    'jeweler-4o0',
    21,
    310,
    2,
    'broke',
    5,
    5,
    5,
    4,
    'slower, cleaner',
  ],
  [11, 'Name plate', stock('brass', 'sheet', 1.2), frame, { radius: 3 }, 'jeweler-2o0', 26, 420, 3, 'dull', 4, 4, 4, 8, 'wax every letter'],
  [
    13,
    'Gull mobile, wings',
    stock('birch-ply', 'sheet', 3),
    scroll,
    { radius: 4, kind: 'outline' },
    'scroll-reverse-skip-0',
    9,
    1300,
    1,
    'fine',
    4,
    4,
    4,
    4,
    '',
  ],
  [
    15,
    'Gull mobile, bodies',
    stock('birch-ply', 'sheet', 3),
    scroll,
    { radius: 4, kind: 'outline' },
    'scroll-reverse-skip-4',
    7,
    1200,
    1,
    'fine',
    4,
    3,
    3,
    9,
    'too coarse for 3 mm: hopped',
  ],
  [
    18,
    'Block of boats',
    stock('pine', 'board', 38),
    scroll,
    { radius: 10, kind: 'outline', finish: 'ordinary' },
    'scroll-reverse-skip-9',
    24,
    1400,
    1,
    'dull',
    4,
    4,
    3,
    6,
    'back out to clear',
  ],
  [
    20,
    'Tide dial, spandrels',
    stock('pear', 'board', 9),
    scroll,
    { radius: 3 },
    'scroll-reverse-skip-5',
    16,
    1250,
    1,
    'fine',
    5,
    4,
    3,
    5,
    'faster, a little rougher',
  ],
  [
    23,
    'Herring key rings',
    stock('acrylic', 'sheet', 6),
    scroll,
    { radius: 4, kind: 'outline' },
    'scroll-standard-4',
    12,
    620,
    1,
    'fine',
    4,
    4,
    4,
    3,
    'dial 1, film left on',
  ],
  [
    25,
    'Herring key rings',
    stock('acrylic', 'sheet', 6),
    scroll,
    { radius: 4, kind: 'outline' },
    'scroll-standard-4',
    6,
    250,
    1,
    'slipped',
    3,
    3,
    3,
    4,
    'welded at dial 5',
  ],
  [
    30,
    'Harbour silhouette',
    stock('birch-ply', 'sheet', 6),
    scroll,
    { radius: 0.8, turn: 'worked' },
    'scroll-twisted-2',
    34,
    2100,
    2,
    'broke',
    3,
    3,
    2,
    18,
    '',
  ],
  [
    34,
    'Curlew, shop order',
    stock('silver', 'sheet', 0.8),
    frame,
    { radius: 1.5, hole: 0.8 },
    'jeweler-3o0',
    41,
    930,
    4,
    'broke',
    5,
    4,
    4,
    10,
    'four pendants',
  ],
  [41, 'Avocet tray, trial', stock('walnut', 'sheet', 8), scroll, { radius: 4 }, 'scroll-double-3', 13, 700, 1, 'fine', 5, 4, 5, 2, 'fits'],
  [
    48,
    'Tide dial, outer ring',
    stock('pear', 'board', 9),
    scroll,
    { radius: 2.6 },
    'scroll-reverse-skip-4',
    25,
    1700,
    1,
    'broke',
    5,
    4,
    4,
    5,
    'kinked on mounting',
  ],
]

/** Fills an empty store with Saltmarsh Bench. */
export async function loadDemo(): Promise<void> {
  const made = jobs.map(({ id, name, job, blade }, i): JobRecord => ({
    id,
    rev: 1,
    name,
    created: START + i * DAY,
    changed: START + (60 + i) * DAY,
    ticket: { job, blade: blade === undefined ? undefined : bladeById(blade), model: MODEL },
  }))
  const saws: SawRecord[] = [scroll, frame, jigsaw, coping, handSaws].map((saw) => ({ id: saw.id, rev: 1, saw, mine: true }))
  const drawer: DrawerRecord[] = owned.map(([id, count, minutes, note]) => ({ id, rev: 1, blade: bladeById(id)!, count, minutes, note }))
  const log = done.map(
    ([day, title, s, saw, cut, bladeId, minutes, length, blades, fate, face, underside, edge, cleanUpMinutes, note], i): LogRecord => {
      const job = jobOf(s, saw, { ...cut, length, hole: cut.hole })
      const blade = bladeById(bladeId)!
      const v = evaluate(job, blade)
      return {
        id: `demo-log-${i}`,
        rev: 1,
        at: START + day * DAY,
        jobId: 'demo-dial',
        title,
        job,
        blade,
        model: MODEL,
        predicted: { feed: v.feed.value, spm: v.speed.value, stress: v.stress, seconds: v.time.cutting + v.time.threading },
        minutes,
        length,
        blades,
        fate,
        face,
        underside,
        edge,
        cleanUpMinutes,
        note,
      }
    },
  )
  const patterns = jobs.flatMap(({ id, pattern }) => {
    const text = shippedPatterns.find((s) => s.name === pattern)?.text
    const read = text === undefined ? undefined : readDrawing(text, pattern!)
    return read?.ok ? [{ ...patternFrom(id, pattern!, read.drawing), rev: 1 }] : []
  })
  await replaceAll(async () => {
    const plain = JSON.parse(JSON.stringify({ made, saws, drawer, log })) as {
      made: JobRecord[]
      saws: SawRecord[]
      drawer: DrawerRecord[]
      log: LogRecord[]
    }
    await db.jobs.bulkPut(plain.made)
    await db.saws.bulkPut(plain.saws)
    await db.drawer.bulkPut(plain.drawer)
    await db.log.bulkPut(plain.log)
    await db.patterns.bulkPut(patterns)
    await db.meta.bulkPut([
      { key: 'current', value: 'demo-dial' },
      { key: 'started', value: true },
    ])
  })
}
