import { describe, expect, it, test } from 'vitest'
import * as core from '@green-pitch/core'
import { bladeById, makeJob, sawById, saws, type Blade, type Job, type LogEntry, type Saw } from '@green-pitch/core'
import { boardCutKinds, copeProfiles, flushEnds, jointKinds, lapPlaces, openingPlans, plainJoint } from '@green-pitch/core/joint'
import {
  directions,
  lineEnds,
  lineJoins,
  noChoices,
  paints,
  readings,
  redrawKinds,
  single,
  takes,
  transfers,
  type Look,
} from '@green-pitch/core/pattern'
import { aspects, shapes } from '@green-pitch/core/practice'
import { metaKeys, namings, papers, plainSettings, runsOf, themes, type PatternRecord } from '../src/data/records'
import { check, rows } from '../src/data/schema'
import { registry, tableNames } from '../src/data/tables'

const job = makeJob()
const blade = bladeById('dovetail-17')!
const onJob = (patch: Partial<Job>) => rows.jobs.extract('ticket.job').validate({ ...job, ...patch }, { convert: false }).error
const onCut = (patch: Partial<Job['cut']>) => onJob({ cut: { ...job.cut, ...patch } })
const onMaterial = (patch: Partial<Job['stock']['material']>) =>
  onJob({ stock: { ...job.stock, material: { ...job.stock.material, ...patch } } as Job['stock'] })
const onSaw = (patch: Partial<Saw>) => onJob({ saw: { ...job.saw, ...patch } as Saw })
const onBlade = (patch: Partial<Blade>) => {
  const found = check(rows.drawer, { id: 'b', rev: 1, blade: { ...blade, ...patch }, count: 1, minutes: 0, note: '' })
  return found.ok ? undefined : found.message
}
const entry: LogEntry & { rev: number } = {
  id: 'e',
  rev: 1,
  at: 1,
  jobId: 'j',
  title: 't',
  job,
  blade,
  model: 1,
  predicted: { feed: 1, spm: 1, seconds: 1 },
  minutes: 1,
  length: 1,
  blades: 1,
  fate: 'fine',
  face: 5,
  underside: 5,
  edge: 5,
  cleanUpMinutes: 0,
  note: '',
}
const onLog = (patch: Partial<LogEntry>) =>
  check(rows.log, JSON.parse(JSON.stringify({ ...entry, ...patch })) as typeof entry).ok ? undefined : patch
const onSettings = (patch: object) => (check(rows.meta, { key: 'settings', value: { ...plainSettings, ...patch } }).ok ? undefined : patch)
const pattern: PatternRecord = {
  id: 'p',
  rev: 1,
  name: 'n',
  lines: [{ points: [0, 0, 1, 1], closed: true, paint: 'fill', layer: '', at: '' }],
  notes: [],
  unit: 'mm',
  declared: true,
  scale: 1,
  stretch: 1,
  sized: true,
  take: 'both',
  tolerance: 0.1,
  layout: single,
  choices: noChoices,
  transfer: 'trace',
  costs: { stock: 0, finish: 0 },
}
const onPattern = (patch: Partial<PatternRecord>) => (check(rows.patterns, { ...pattern, ...patch }).ok ? undefined : patch)
const onJoint = (joint: object) => rows.jobs.extract('ticket.joint').validate(joint, { convert: false }).error
const onPractice = (patch: object) => {
  const cut = { id: 'p', rev: 1, at: 1, family: 'scroll', blade: 'b', stock: 's', score: 1, stray: 1, worst: 1, seconds: 1, aspects: {} }
  const found = check(rows.practice, { ...cut, against: { learning: 1, practised: 1, sure: 1 }, ...patch } as never)
  return found.ok ? undefined : found.message
}
const onRun = (patch: object) => {
  const found = check(rows.runs, { id: 'r', rev: 1, order: [], predicted: [], total: 0, events: [], logged: false, ...patch } as never)
  return found.ok ? undefined : found.message
}

/** Every list of words core and web have, and where a word of it is kept: what passes comes back undefined. */
const unions: [string, readonly (string | number)[], (word: never) => unknown][] = [
  ['material classes', core.materialClasses, (cuts: core.MaterialClass) => onMaterial({ cuts }) ?? onBlade({ cuts: [cuts] })],
  ['hatches', core.hatches, (hatch: core.Hatch) => onMaterial({ hatch })],
  ['builds', core.builds, (build: core.Build) => onMaterial({ build })],
  ['cut kinds', core.cutKinds, (kind: core.CutKind) => onCut({ kind })],
  ['centres', core.centres, (centre: core.Centre) => onCut({ centre })],
  ['turns', core.turnManners, (turn: core.TurnManner) => onCut({ turn })],
  ['line sides', core.lineSides, (line: core.LineSide) => onCut({ line })],
  ['finishes', core.finishes, (finish: core.Finish) => onCut({ finish })],
  ['skills', core.skills, (skill: core.Skill) => onCut({ skill })],
  ['faces shown', core.shown, (shows: core.Shown) => onCut({ shows })],
  ['faces up', core.upFaces, (up: core.UpFace) => onCut({ up })],
  ['grain', core.grains, (grain: core.Grain) => onCut({ grain }) ?? onJoint({ ...plainJoint('veneer'), grain })],
  ['schools of teeth', core.teethSchools, (teethSchool: core.TeethSchool) => onJob({ teethSchool }) ?? onSettings({ teethSchool })],
  ['ways of teeth', core.teethWays, (teethTo: core.TeethWay) => onJob({ teethTo })],
  [
    'steps of a change',
    core.stepNames,
    (name: core.StepName) => onSaw({ change: { ...job.saw.change, steps: [{ do: name, seconds: 1 }] } }),
  ],
  ['ends', core.bladeEnds, (end: core.BladeEnd) => onBlade({ end }) ?? onSaw({ ends: [end] })],
  ['tooth patterns', core.toothPatterns, (p: core.ToothPattern) => onBlade({ pattern: p })],
  ['strips', core.strips, (strip: core.Strip) => onBlade({ strip })],
  ['strokes cut on', core.cutStrokes, (cutsOn: core.CutStroke) => onBlade({ cutsOn })],
  ['steels', core.steels, (steel: core.Steel) => onBlade({ steel })],
  ['hand saws', core.handKinds, (kind: core.HandKind) => onBlade({ plate: { ...blade.plate!, kind } })],
  ['filings', core.filings, (filing: core.Filing) => onBlade({ plate: { ...blade.plate!, filing } })],
  ['strokes', core.strokeWays, (strokes: core.StrokeWay) => onBlade({ plate: { ...blade.plate!, strokes } })],
  ['handles', core.handles, (handle: core.Handle) => onBlade({ plate: { ...blade.plate!, handle } })],
  ['fates', core.fates, (fate: core.Fate) => onLog({ fate })],
  ['grades', core.grades, (face: core.Grade) => onLog({ face, underside: face, edge: face })],
  ['events of a run', core.runEventKinds, (event: string) => onRun({ events: [{ at: 1, event }] })],
  ['what is run', runsOf, (of: string) => onRun({ of })],
  ['plans of a panel’s opening', openingPlans, (plan: string) => onRun({ of: 'panel', plan })],
  ['exercises', shapes, (shape: string) => onPractice({ shape })],
  ['saws practiced with', core.sawFamilies, (family: string) => onPractice({ family })],
  ['aspects of a practiced cut', aspects, (a: string) => onPractice({ aspects: { [a]: 0.5 } })],
  ['units', core.lengthUnits, (unit: string) => onSettings({ unit })],
  ['drills', core.drillSeries, (d: string) => onSettings({ drills: [d] })],
  ['schools of size', core.sizeSchools, (size: string) => onSettings({ view: { ...plainSettings.view, size } })],
  ['schools of pattern', core.patternSchools, (p: string) => onSettings({ view: { ...plainSettings.view, pattern: p } })],
  ['schools of spiral blades', core.twistedSchools, (twisted: string) => onSettings({ view: { ...plainSettings.view, twisted } })],
  ['themes', themes, (theme: string) => onSettings({ theme })],
  ['namings', namings, (naming: string) => onSettings({ naming })],
  ['papers', papers, (paper: string) => onSettings({ paper })],
  ['paints', paints, (paint: PatternRecord['lines'][number]['paint']) => onPattern({ lines: [{ ...pattern.lines[0]!, paint }] })],
  ['line ends', lineEnds, (ends: Look['ends']) => onPattern({ lines: [{ ...pattern.lines[0]!, look: { order: 0, ends } }] })],
  ['line joins', lineJoins, (joins: Look['joins']) => onPattern({ lines: [{ ...pattern.lines[0]!, look: { order: 0, joins } }] })],
  ['readings', readings, (reading: PatternRecord['reading']) => onPattern({ reading })],
  [
    'redraws',
    redrawKinds,
    (kind: (typeof redrawKinds)[number]) => onPattern({ redraws: [{ kind, stays: true, patches: [[0, 0, 1, 0, 1, 1]] }] }),
  ],
  ['takes', takes, (take: PatternRecord['take']) => onPattern({ take })],
  ['transfers', transfers, (transfer: PatternRecord['transfer']) => onPattern({ transfer })],
  ['ways round', directions, (d: (typeof directions)[number]) => onPattern({ choices: { ...noChoices, directions: { 3: d } } })],
  ['joints', jointKinds, (kind: (typeof jointKinds)[number]) => onJoint(plainJoint(kind) ?? { kind })],
  ['places of a lap', lapPlaces, (at: string) => onJoint({ ...plainJoint('half-lap'), at })],
  ['flush ends', flushEnds, (what: string) => onJoint({ ...plainJoint('flush'), what })],
  ['profiles', copeProfiles, (profile: string) => onJoint({ ...plainJoint('cope'), profile })],
  ['board cuts', boardCutKinds, (cut: string) => onJoint({ ...plainJoint('board'), cut })],
]

describe('every word of every list passes every edge it crosses', () => {
  test.each(unions)('%s', (_name, words, kept) => {
    expect(new Set(words).size).toBe(words.length)
    for (const word of words) expect(kept(word as never)).toBeUndefined()
    expect(kept('no such word' as never)).toBeDefined()
  })
  it('every form of stock and kind of saw, and none that is not', () => {
    const { material } = job.stock
    const forms: Record<core.Form, object> = {
      sheet: { thickness: 1 },
      board: { thickness: 1 },
      stack: { thickness: 1, sheets: 2 },
      tube: { diameter: 9, wall: 1 },
      rod: { diameter: 9 },
    }
    for (const form of core.forms) expect(onJob({ stock: { material, form, ...forms[form] } as Job['stock'] })).toBeUndefined()
    for (const form of core.forms) expect(onJob({ stock: { material, form, ...forms[form], thickness: -1 } as Job['stock'] })).toBeDefined()
    for (const saw of saws) expect(onJob({ saw })).toBeUndefined()
    expect(onJob({ saw: { ...sawById('jigsaw-orbital')!, kind: 'band' } as never })?.message).toContain(
      `must be one of ${core.sawKinds.join(', ')}`,
    )
  })
})

describe('one registry of tables', () => {
  it('every table has a schema, a key and a format that brought it; a version set aside is checked as what it is', () => {
    expect(Object.keys(rows).sort()).toEqual([...tableNames].sort())
    for (const t of tableNames) expect(registry[t].since).toBeGreaterThan(0)
    for (const key of metaKeys.filter((k) => k !== 'settings')) expect(check(rows.meta, { key, value: 'x' }).ok).toBe(true)
    const aside = { id: 'a', rev: 1, at: 1, table: 'patterns' as const, record: pattern }
    expect(check(rows.aside, aside).ok).toBe(true)
    expect(check(rows.aside, { ...aside, table: 'jobs' as const }).ok).toBe(false)
  })
})
