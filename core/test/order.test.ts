import { describe, expect, it } from 'vitest'
import {
  bladeById,
  evaluate,
  faceUp,
  isNarrow,
  isStrungJob,
  makeJob,
  materialById,
  oneCut,
  rankBlades,
  sawById,
  setUp,
  stressBand,
  turnsAnywhere,
  type Cut,
  type Job,
} from '../src/index.js'

const job = (saw: string, material: string, thickness: number, cut: Partial<Cut>, rest: Partial<Job> = {}) =>
  makeJob({
    saw: sawById(saw)!,
    stock: { form: 'board', material: materialById(material)!, thickness },
    cut: { web: undefined, hole: undefined, ...cut },
    ...rest,
  })
const grid: Job[] = [
  ['scroll-plain', 'pear', 9, { radius: 3 }],
  ['scroll-plain', 'brass', 1, { kind: 'outline', radius: 5 }],
  ['scroll-plain', 'birch-ply', 38, { kind: 'outline', radius: 12 }],
  ['frame-70', 'silver', 0.8, { radius: 1 }],
  ['frame-100', 'mild-steel', 2, { radius: 2 }],
  ['jigsaw-orbital', 'mild-steel', 1, { kind: 'straight', radius: undefined }],
  ['jigsaw-orbital', 'pine', 18, { kind: 'outline', radius: 40, shows: 'face' }],
  ['coping-120', 'pine', 18, { kind: 'outline', radius: 5 }],
  ['hand-saws', 'oak', 20, { kind: 'straight', radius: undefined, grain: 'across', length: 150 }],
].map(([saw, material, thickness, cut]) => job(saw as string, material as string, thickness as number, cut as Partial<Cut>))

describe('what holds between neighboring answers', () => {
  it('the duller the slower, whatever limits it, and from half way it is told to change the blade', () => {
    for (const easy of grid) {
      const { blade } = rankBlades(easy).value[0]!
      let last = Infinity
      for (let wear = 0; wear <= 1.001; wear += 0.1) {
        const v = evaluate({ ...easy, wear: Math.min(1, wear) }, blade)
        expect(v.feed.value, `${easy.saw.id} ${easy.stock.material.id} ${wear}`).toBeLessThanOrEqual(last * (1 + 1e-6))
        last = v.feed.value
      }
      expect(last).toBeLessThan(0.97 * evaluate(easy, blade).feed.value)
      const worn = setUp({ ...easy, wear: 0.6 }, blade).value[0]!
      expect(worn).toMatchObject({ do: 'renew' })
      expect(setUp(easy, blade).value[0]!.do).not.toBe('renew')
    }
  })
  it('a spiral goes into no inside tighter than half its kerf, and no band leads that nobody can hold', () => {
    for (const radius of [0.2, 0.3, 0.4, 0.6, 1])
      for (const thickness of [3, 6]) {
        const all = rankBlades(job('scroll-plain', 'birch-ply', thickness, { radius, openings: 40, length: 2000 })).value
        for (const { blade } of all) if (turnsAnywhere(blade)) expect(blade.kerf / 2).toBeLessThanOrEqual(radius + 1e-9)
      }
    for (const j of grid) {
      const [first] = rankBlades(j).value
      if (isStrungJob(j)) expect(isNarrow(stressBand(j, first!.blade)), `${j.saw.id} ${j.stock.material.id}`).toBe(false)
    }
  })
  it('by hand, strokes do not leap from one thickness to the next, and a plate without set keeps to its own work', () => {
    for (const material of ['oak', 'pine', 'birch-ply', 'hardboard']) {
      let last: number | undefined
      for (let h = 1.2; h < 40; h *= 1.15) {
        const j = job('hand-saws', material, h, {
          kind: 'straight',
          radius: undefined,
          grain: 'across',
          length: 250,
          finish: 'ordinary',
          shows: 'face',
        })
        const [first] = rankBlades(j).value
        const { strokes } = oneCut(j, first!.feed)
        if (last !== undefined) expect(Math.max(strokes / last, last / strokes), `${material} ${h} ${first!.blade.id}`).toBeLessThan(3.2)
        last = strokes
        if (h > 3) expect(first!.blade.plate!.flush ?? false, `${material} ${h}`).toBe(false)
      }
    }
  })
  it('an ordinary up-cutting jigsaw blade leads where the face may lie down; not where it must lie up', () => {
    const board = { kind: 'straight', radius: undefined, shows: 'face', finish: 'ordinary', length: 900 } as const
    for (const [material, thickness] of [
      ['mdf', 18],
      ['birch-ply', 12],
      ['oak', 20],
      ['chipboard', 16],
    ] as const) {
      const free = job('jigsaw-orbital', material, thickness, board)
      const [first] = rankBlades(free).value
      expect([first!.blade.cutsOn, faceUp(free, first!.blade)], material).toEqual(['up', 'back'])
    }
    const up = job('jigsaw-orbital', 'veneered-ply', 18, { ...board, up: 'show' })
    expect(rankBlades(up).value[0]!.blade.cutsOn).not.toBe('up')
  })
  it('clean-up goes by length and finish: a stack has an edge for each sheet, rough work is left, no face nobody sees is filed', () => {
    const one = job('scroll-plain', 'birch-ply', 3, { kind: 'outline', radius: 4, length: 1000 })
    const blade = bladeById('scroll-reverse-skip-3')!
    const stack = (sheets: number): Job => ({ ...one, stock: { form: 'stack', material: one.stock.material, thickness: 3, sheets } })
    const edges = [1, 2, 4].map((n) => evaluate(n === 1 ? one : stack(n), blade).time.cleanUp)
    expect(edges[1]!).toBeGreaterThan(edges[0]!)
    expect(edges[2]!).toBeGreaterThan(edges[1]!)
    const tall = (h: number) =>
      evaluate(
        job('jigsaw-orbital', 'spruce', h, { kind: 'straight', radius: undefined, length: 1000, finish: 'ordinary', shows: 'face' }),
        bladeById('jig-set-8')!,
      )
    expect(tall(60).time.cleanUp / 60).toBeLessThan(12)
    const rough = evaluate({ ...one, cut: { ...one.cut, finish: 'rough' } }, blade).time.cleanUp
    expect(rough).toBeLessThan(0.05 * edges[0]!)
  })
})
