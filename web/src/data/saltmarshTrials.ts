import {
  bladeById,
  drawTrial,
  feltCriteria,
  pieceJob,
  pieceOf,
  evaluate,
  type Felt,
  type Job,
  type Judging,
  type PieceRecord,
  type Trial,
  type TrialCriterion,
} from '@green-pitch/core'
import { DAY, jobOf, scroll, START, stock } from './saltmarsh'
import found from './saltmarshFound.json'
import type { TrialRecord } from './records'

/** Saltmarsh Bench tried four blades in three woods, and is half way through one blade face up and face down. */
const MINUTE = 60_000
const at = (day: number) => START + day * DAY
const plainJob = (id: string, thickness: number): Job => jobOf(stock(id, 'board', thickness), scroll, {})
const arm = (id: string) => ({ id, blade: bladeById(id)! })

/** Four letters for four blades, best first; those that tie in one word. */
const [P, K, R, D] = ['scroll-standard-4', 'scroll-skip-4', 'scroll-reverse-skip-4', 'scroll-double-3']
const byLetter: Record<string, string> = { P: P!, K: K!, R: R!, D: D! }
const ordered = (words: string) => words.split(' ').map((tied) => [...tied].map((l) => byLetter[l]!))
const seen: Partial<Record<TrialCriterion, [string, string, string]>> = {
  edge: ['D R KP', 'DR K P', 'D R K P'],
  face: ['D RK P', 'D K R P', 'DR K P'],
  underside: ['R D K P', 'R D PK', 'R D K P'],
  line: ['R K D P', 'RD K P', 'K R D P'],
  zigzag: ['D R K P', 'R D KP', 'RKD P'],
  corners: ['DRKP', 'D RK P', ''],
  middle: ['R D K P', 'R K D P', 'D R PK'],
}
/** Pace, effort and steadiness, 1 to 5, and times as long as estimated, in each stock; minutes of clean-up. */
const felt: Record<string, [marks: [Felt, Felt, Felt], share: number, cleanUp: number][]> = {
  P: [
    [[3, 2, 2], 1.22, 5],
    [[3, 3, 2], 1.18, 4],
    [[2, 2, 2], 1.31, 7],
  ],
  K: [
    [[5, 4, 3], 0.98, 4],
    [[4, 4, 4], 1.04, 3.5],
    [[5, 4, 4], 0.95, 6],
  ],
  R: [
    [[4, 4, 5], 1.09, 2],
    [[4, 4, 4], 1.02, 1.5],
    [[4, 3, 5], 1.12, 2],
  ],
  D: [
    [[3, 3, 4], 1.16, 2],
    [[3, 4, 4], 1.14, 1.5],
    [[3, 3, 4], 1.2, 3],
  ],
}

function inThreeWoods(): Trial {
  const trial = drawTrial({
    name: 'Small blades in three woods',
    arms: [P!, K!, R!, D!].map(arm),
    jobs: [plainJob('pear', 9), plainJob('walnut', 9), plainJob('birch-ply', 6)],
    ...{ repeats: 1, seed: 20260914, helper: true, oneBoard: true, misread: [] },
  })
  const piece = pieceOf(trial)
  const pieces = trial.design.pieces.map((p, i): PieceRecord => {
    const board = trial.design.stocks.indexOf(p.stock)
    const letter = Object.keys(byLetter).find((l) => byLetter[l] === p.blade)!
    const [marks, share, cleanUp] = felt[letter]![board]!
    const { time } = evaluate(pieceJob(trial.jobs[board]!, piece), bladeById(p.blade)!)
    return {
      label: p.label,
      at: at(24) + i * 12 * MINUTE,
      seconds: Math.round(share * (time.cutting + time.threading)),
      ...Object.fromEntries(feltCriteria.map((c, k) => [c, marks[k]])),
      changes: letter === 'P' ? 'feed' : 'no',
      under: letter === 'R' ? 'clean' : letter === 'P' && board === 2 ? 'chips' : 'fuzz',
      cleanUp,
    }
  })
  const orders = Object.entries(seen).flatMap(([criterion, boards]) =>
    boards.map((words, board): Judging => ({
      criterion: criterion as TrialCriterion,
      stock: trial.design.stocks[board]!,
      repeat: 0,
      order: words ? ordered(words) : [],
      at: at(25) + board * MINUTE,
    })),
  )
  return { ...trial, pieces, orders, revealed: at(25) + 10 * MINUTE, found: found as Trial['found'] }
}

function faceUpOrDown(): Trial {
  const blade = bladeById('scroll-reverse-skip-5')!
  const trial = drawTrial({
    name: 'Veneer: which face up?',
    arms: (['show', 'back'] as const).map((up) => ({ id: up, blade, up })),
    jobs: [plainJob('veneered-ply', 6)],
    ...{ repeats: 3, seed: 20261002, helper: false, oneBoard: true, misread: [] },
  })
  const pieces = trial.design.pieces.slice(0, 3).map((p, i): PieceRecord => ({
    label: p.label,
    at: at(40) + i * 9 * MINUTE,
    seconds: [312, 297, 305][i],
    pace: 4,
    effort: 4,
    steadiness: ([4, 3, 4] as const)[i],
    changes: 'no',
  }))
  const { stock: board, repeat } = trial.design.pieces[0]!
  const orders: Judging[] = [
    { criterion: 'face', stock: board, repeat, order: [['show'], ['back']], at: at(40) + 30 * MINUTE },
    { criterion: 'underside', stock: board, repeat, order: [['show', 'back']], at: at(40) + 31 * MINUTE },
  ]
  return { ...trial, pieces, orders }
}

export const demoTrials = (): TrialRecord[] => [
  { id: 'demo-trial-woods', rev: 1, created: at(24), changed: at(25), ...inThreeWoods() },
  { id: 'demo-trial-veneer', rev: 1, created: at(40), changed: at(40), ...faceUpOrDown() },
]
