import type { Blade } from '../blade/index.js'
import type { Material } from '../stock/index.js'
import type { Saw } from '../saw/index.js'
import { type Finish, type Job, makeJob } from '../job/index.js'
import { rankBlades, type Ranked } from '../choose/index.js'
import { findCuts, type CutFound, type CutWanted, type SawChoice } from './cut.js'
import { copeFigures, copeViews } from './cope.js'
import { dovetailCuts, dovetailFigures, dovetailViews } from './dovetail.js'
import { halfLapCuts, halfLapViews, housingCuts, housingViews, tenonCheek, tenonCuts, tenonViews } from './lap.js'
import { mitreCuts, mitreFigures, mitreViews } from './mitre.js'
import { boardCuts, boardViews, flushCuts, flushViews, veneerCuts, veneerViews } from './plain.js'
import { notchWidth, sliceOf, type BoardCut, type JointSpec } from './spec.js'
import type { View } from './view.js'

/** What cannot be sawn as asked, or would be poor; by name, with the figures the words need. mm. */
export type JointTrouble =
  | { why: 'tails-vanish'; root: number }
  | { why: 'pin-under-kerf'; pin: number; kerf: number }
  | { why: 'steep' | 'flat'; slope: number }
  | { why: 'lap-thick'; lap: number; board: number }
  | { why: 'tenon-thick'; tenon: number; board: number }
  | { why: 'tenon-thin'; tenon: number; board: number }
  | { why: 'edges-meet'; edge: number; width: number }
  | { why: 'housing-deep'; depth: number; board: number }
  | { why: 'side-vanishes'; short: number }
  | { why: 'notch-deep'; deep: number; board: number }
  | { why: 'blank-short'; takes: number; left: number; blank: number }
  | { why: 'no-saw'; cut: CutFound }

export interface CopedCut {
  job: Job
  blade?: Ranked
  /** s of sawing; none where no blade does it */
  seconds: number
}

export interface LayOut {
  spec: JointSpec
  /** scale drawings */
  views: View[]
  /** saw cuts in the order they are made, each with its saw */
  cuts: CutFound[]
  troubles: JointTrouble[]
  /** whether nothing in it forbids sawing */
  ok: boolean
  /** the saw most cuts are made with */
  saw?: Blade
  kerf: number
  /** all cuts and their starting, s */
  seconds: number
  /** waste of dovetails and notches, or the moulding's line: by coping saw */
  coped?: CopedCut
}

export interface LayOutOptions extends SawChoice {
  material: Material
  /** the hand saws, and the coping saw that takes the waste out */
  hands: Saw
  coping: Saw
  finish: Finish
}

const wanted = (s: JointSpec): CutWanted[] => {
  switch (s.kind) {
    case 'dovetail':
      return dovetailCuts(s)
    case 'tenon':
      return tenonCuts(s)
    case 'housing':
      return housingCuts(s)
    case 'half-lap':
      return halfLapCuts(s)
    case 'mitre':
      return mitreCuts(s)
    case 'flush':
      return flushCuts(s)
    case 'veneer':
      return veneerCuts(s)
    case 'board':
      return boardCuts(s)
    case 'cope':
      return []
  }
}

const viewsOf = (s: JointSpec, kerf: number): View[] => {
  switch (s.kind) {
    case 'dovetail':
      return dovetailViews(s, kerf)
    case 'tenon':
      return tenonViews(s)
    case 'housing':
      return housingViews(s)
    case 'half-lap':
      return halfLapViews(s)
    case 'mitre':
      return mitreViews(s)
    case 'flush':
      return flushViews(s)
    case 'veneer':
      return veneerViews(s)
    case 'board':
      return boardViews(s)
    case 'cope':
      return copeViews(s)
  }
}

/** Troubles that forbid sawing; the others are said and left to the maker. */
const FORBIDS = new Set<JointTrouble['why']>([
  'tails-vanish',
  'pin-under-kerf',
  'lap-thick',
  'tenon-thick',
  'edges-meet',
  'housing-deep',
  'side-vanishes',
  'notch-deep',
  'no-saw',
])
const LEAST_ROOT = 2 // mm of tail or pin that still holds; estimate

function troublesOf(s: JointSpec, kerf: number): JointTrouble[] {
  const out: JointTrouble[] = []
  if (s.kind === 'dovetail') {
    const f = dovetailFigures(s)
    if (f.root < LEAST_ROOT) out.push({ why: 'tails-vanish', root: f.root })
    if (s.tails > 1 && s.pin < kerf) out.push({ why: 'pin-under-kerf', pin: s.pin, kerf })
    if (s.slope < 5) out.push({ why: 'steep', slope: s.slope })
    if (s.slope > 10) out.push({ why: 'flat', slope: s.slope })
    if (s.lap !== undefined && s.lap >= s.pinBoard - LEAST_ROOT) out.push({ why: 'lap-thick', lap: s.lap, board: s.pinBoard })
  }
  if (s.kind === 'tenon') {
    if (tenonCheek(s) < kerf) out.push({ why: 'tenon-thick', tenon: s.tenon, board: s.thickness })
    else if (s.tenon < s.thickness / 4) out.push({ why: 'tenon-thin', tenon: s.tenon, board: s.thickness })
    if (2 * s.edge >= s.width) out.push({ why: 'edges-meet', edge: s.edge, width: s.width })
  }
  if (s.kind === 'housing' && s.depth >= s.thickness) out.push({ why: 'housing-deep', depth: s.depth, board: s.thickness })
  if (s.kind === 'mitre' && mitreFigures(s).short <= 0) out.push({ why: 'side-vanishes', short: mitreFigures(s).short })
  if (s.kind === 'board' && s.cut === 'edge-notch' && s.length >= s.width) out.push({ why: 'notch-deep', deep: s.length, board: s.width })
  if (s.kind === 'board' && s.cut === 'slices') {
    const { takes, left } = slicesTake(s, kerf)
    if (left < HELD) out.push({ why: 'blank-short', takes, left, blank: s.length })
  }
  return out
}
const HELD = 30 // mm of a blank that must be left for the fingers that hold it; estimate
/** What slices take off their blank, kerfs counted, and what is left of it, mm. */
export function slicesTake(b: BoardCut, kerf: number): { takes: number; left: number } {
  const takes = b.count * (sliceOf(b) + kerf)
  return { takes, left: b.length - takes }
}

/** Where the waste is sawn out: the coping saw in this wood, its tightest turn, and how long the line is; absent: chiselled or planed. */
function copedOf(s: JointSpec, o: LayOutOptions): CopedCut | undefined {
  const cut = (thickness: number, radius: number, length: number): CopedCut | undefined => {
    // one tail has no waste between
    if (!(thickness > 0 && length > 0)) return undefined
    const job = makeJob({
      stock: { material: o.material, form: 'board', thickness },
      saw: o.coping,
      pace: 0.35,
      cut: {
        kind: 'outline',
        radius,
        web: undefined,
        hole: undefined,
        openings: 0,
        shows: 'face',
        finish: o.finish,
        length,
        turn: s.kind === 'cope' ? 'worked' : 'pivot',
      },
    })
    const blade = rankBlades(job, { blades: o.blades, owned: o.owned, ownedFirst: o.ownedFirst }).value[0]
    return { job, blade, seconds: blade ? length / blade.feed.value : 0 }
  }
  if (s.kind === 'cope') {
    const f = copeFigures(s)
    return cut(s.out, f.radius, f.length)
  }
  if (s.kind === 'dovetail' && s.lap === undefined) {
    const f = dovetailFigures(s)
    // the blade drops down the kerf and turns at its foot, in the narrowest waste
    return cut(s.tailBoard, Math.max(1, f.pinRoot / 2), (s.tails - 1) * f.pinRoot * s.corners)
  }
  if (s.kind === 'board' && (s.cut === 'notch' || s.cut === 'edge-notch')) return cut(s.thickness, 3, notchWidth(s) * s.count)
  return undefined
}

/** Lays a joint out: drawings to scale, every saw cut with the saw for it, in order, and what stands against it. */
export function layOut(spec: JointSpec, o: LayOutOptions): LayOut {
  // boards are sawn to be planed; joints and notches come from the saw, and of a thin slice nothing may be lost
  const planed = spec.kind === 'board' && (spec.cut === 'crosscut' || spec.cut === 'rip')
  const sliced = spec.kind === 'board' && spec.cut === 'slices'
  const finish = planed ? 'rough' : sliced ? 'careful' : o.finish
  // figures that leave nothing to saw are told as troubles; what is left is laid out all the same
  const possible = wanted(spec).filter((w) => w.count > 0 && w.crossing > 0 && w.depth > 0)
  const cuts = findCuts(o.material, o.hands, possible, finish, o)
  const saw = cuts[0]?.saw?.blade
  const coped = copedOf(spec, o)
  const kerf = saw?.kerf ?? coped?.blade?.blade.kerf ?? 0.6
  const troubles = [...troublesOf(spec, kerf), ...cuts.filter((c) => !c.saw).map((cut): JointTrouble => ({ why: 'no-saw', cut }))]
  return {
    spec,
    views: viewsOf(spec, kerf),
    cuts,
    troubles,
    ok: !troubles.some((t) => FORBIDS.has(t.why)),
    saw,
    kerf,
    seconds: cuts.reduce((t, c) => t + c.seconds, coped?.seconds ?? 0),
    coped,
  }
}
