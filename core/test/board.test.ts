import { describe, expect, it } from 'vitest'
import {
  bladeById,
  blades,
  boardPassed,
  boardReach,
  limitById,
  makeJob,
  reachBehind,
  saws,
  setUp,
  shortenedTo,
  setUpWords,
  waysOut,
  type SawnBoard,
} from '../src/index.js'

const arm = { throat: 400, armHalfWidth: 30 }
const scroll = { ...saws.find((s) => s.id === 'scroll-plain')!, throat: 400 } as (typeof saws)[number]
const at = (board: SawnBoard) => makeJob({ saw: scroll, cut: { board, hole: undefined, radius: 6 } })

describe('a board past the arm', () => {
  it('turns right round where no corner reaches, lines from both ends at a long one’s end, sideways in its middle', () => {
    expect(boardReach({ length: 300, width: 200, from: 0, to: 300 }, arm).way).toBe('round')
    expect(boardReach({ length: 900, width: 150, from: 0, to: 120 }, arm).way).toBe('both-ways')
    // 450 to either side: no end of a line along it is free
    expect(boardReach({ length: 900, width: 150, from: 420, to: 480 }, arm).way).toBe('sideways')
    expect(boardReach({ length: 1200, width: 1000, from: 400, to: 800 }, arm).way).toBeUndefined()
  })
  it('reaches as far as walking the arm over the board by hand says', () => {
    // from a corner of its end, heading away: its diagonal lies behind
    const board = { length: 900, width: 150, from: 0, to: 0 }
    expect(boardReach(board, arm).round).toBeCloseTo(Math.hypot(900, 150), 0)
    const seen = reachBehind([0, 0, 900, 0, 900, 150, 0, 150], 0, 75, -Math.SQRT1_2, Math.SQRT1_2, 0)
    expect(seen).toBeCloseTo(75 * Math.SQRT2, 6)
  })
  it('is shortened to the longest that goes, and one more would not', () => {
    const board = { length: 900, width: 150, from: 420, to: 480 }
    const [round, ends] = (['round', 'both-ways'] as const).map((way) => shortenedTo(board, arm, way))
    expect(boardReach({ ...board, length: ends! }, arm).way).toBe('both-ways')
    // the end before the stretch cannot be sawn off for it
    expect(round).toBeUndefined()
    const near = { ...board, from: 300, to: 340 }
    const most = shortenedTo(near, arm, 'round')!
    for (const more of [0, 2]) expect(boardReach({ ...near, length: most + more }, arm).way === 'round').toBe(!more)
  })
  it('stops what cannot pass, is opened by a shorter board, and is nothing to a blade that need not turn', () => {
    const [plain, pinned] = [bladeById('scroll-skip-5')!, blades.find((b) => b.end === 'pin' && b.pattern === 'skip')!]
    const fixed = { ...saws.find((s) => s.id === 'scroll-pinned')!, throat: 400, quarterTurn: false } as (typeof saws)[number]
    const job = at({ length: 900, width: 150, from: 420, to: 480 })
    expect(boardPassed(job, plain)!.way).toBe('sideways')
    const stuck = { ...job, saw: fixed }
    expect(limitById('swing').test(stuck, pinned)!.state).toBe('beyond')
    expect(waysOut(stuck, [], [pinned]).map((w) => w.kind)).toEqual(['shorter-board'])
    expect(
      boardPassed(
        job,
        blades.find((b) => b.pattern === 'twisted')!,
      ),
    ).toBeUndefined()
  })
  it('is said in the set-up, with what hangs beyond the table', () => {
    const job = at({ length: 900, width: 150, from: 0, to: 120 })
    const item = setUp(job, bladeById('scroll-skip-5')!).value.find((i) => i.do === 'board')!
    expect(setUpWords(item, job, { unit: 'mm', naming: 'size' })).toMatch(
      /reach 9\d\d mm behind the blade.*400 mm.*Begin each line.*stand.*\*\*650 mm\*\*/,
    )
  })
})
