import 'fake-indexeddb/auto'
import { describe, expect, it, vi } from 'vitest'
import { familyOf } from '@green-pitch/core'
import { manners, sawnBy, type Cutting } from '@green-pitch/core/practice'
import { db } from '../src/data/db'
import { useJoint } from '../src/store/joint'
import { usePractice } from '../src/store/practice'
import { eachInTheShop, shop } from './room'

eachInTheShop()
async function room() {
  const stores = await shop()
  const practice = usePractice()
  await practice.load()
  return { ...stores, practice }
}
/** A simulated hand saws what is drawn. */
function sawn({ drawn, saw, offset, setUp }: ReturnType<typeof usePractice>, seed: number): Cutting[] {
  return drawn.lines.map((line) => sawnBy(manners.practised, saw, line, offset, setUp.job, seed))
}

describe('practice', () => {
  it('an exercise is judged, kept, and there after a reload; the next rung follows from it', async () => {
    const { practice } = await room()
    await db.practice.clear()
    const again = (await room()).practice
    expect([again.ofFamily, again.chosen]).toEqual([[], { shape: again.rungs[0] }])
    const first = again.rungs[0]!
    const found = await again.judge(sawn(again, 1))
    expect(found.score).toBeGreaterThan(50)
    expect([again.judged, again.best(first)]).toEqual([found, found.score])
    // what was sawn stays in sight though the ladder now points elsewhere
    expect(again.chosen).toEqual({ shape: first })
    const [row] = await db.practice.toArray()
    expect(row).toMatchObject({ family: 'scroll', shape: first, score: found.score, rev: 1 })
    expect(Object.keys(row!.against).sort()).toEqual(['learning', 'practised', 'sure'])
    again.take(undefined)
    expect([again.judged, again.chosen]).toEqual([undefined, { shape: again.next }])
    const later = (await room()).practice
    expect(later.best(first)).toBe(found.score)
    expect(practice.family).toBe('scroll')
  })
  it('eight cuts of one hand tell which hand it is, and only of that kind of saw', async () => {
    const { practice } = await room()
    await db.practice.clear()
    const p = (await room()).practice
    for (let seed = 1; seed <= 8; seed++) {
      p.take({ shape: seed % 2 ? 'semicircle' : 'ess' } as never)
      await p.judge(sawn(p, seed))
    }
    const hand = p.hand!
    const most = (Object.keys(hand) as (keyof typeof hand)[]).reduce((a, b) => (hand[a] > hand[b] ? a : b))
    expect([most, hand[most] > 0.8]).toEqual(['practised', true])
    p.take(undefined, 'coping')
    expect([p.ofFamily, p.hand, familyOf(p.setUp.job.saw)]).toEqual([[], undefined, 'coping'])
    expect(practice.family).toBe('scroll')
  })
  it('openings of the pattern and cuts of the joint in hand are drawn as they are, and gone with their job', async () => {
    const { jobs, pattern, practice } = await room()
    await vi.waitUntil(() => pattern.reckoned, { timeout: 60_000 })
    expect(practice.openings).toHaveLength(pattern.found!.order.length)
    const { ring, name } = practice.openings[3]!
    practice.take({ ring })
    const [line] = practice.drawn.lines
    expect(line!.closed).toBe(true)
    const { points } = pattern.found!.rings[ring]!.ring
    const n = points.length
    const round = Array.from({ length: n / 2 }, (_, i) =>
      Math.hypot(points[2 * i]! - points[(2 * i + 2) % n]!, points[2 * i + 1]! - points[(2 * i + 3) % n]!),
    )
    expect(line!.length / round.reduce((a, b) => a + b)).toBeCloseTo(1, 2)
    const offset = practice.offset
    expect(Math.abs(offset)).toBeLessThanOrEqual(practice.saw.kerf / 2 + 1e-9)
    await practice.judge(sawn(practice, 4))
    expect((await db.practice.toArray()).some((r) => r.own === name)).toBe(true)
    await jobs.settle()
    await jobs.open('demo-caddy')
    expect('shape' in practice.chosen).toBe(true)
    expect(practice.cuts).toEqual([])
    useJoint().take('dovetail')
    const [cut] = practice.cuts
    practice.take({ cut: cut!.cut })
    expect(practice.drawn.lines[0]!.length).toBeCloseTo(useJoint().found.cuts[cut!.cut]!.depth, 6)
    expect(practice.setUp.blade.plate).toBeDefined()
  })
})
