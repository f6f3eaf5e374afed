import { describe, expect, it } from 'vitest'
import {
  bladeEnds,
  blades,
  builds,
  causeIds,
  cautionNames,
  cautionWords,
  faults,
  hatches,
  materialClasses,
  materialClassNames,
  materialGroupNames,
  materials,
  profiles,
  sawKinds,
  saws,
  signs,
  stepNames,
  steels,
  strips,
  testIds,
  testOutcomes,
  tests,
  toothPatterns,
} from '../src/index.js'

/** Fails with the row and the word where one of these is not on the list. */
const among = (of: readonly string[], list: readonly unknown[], row: string) => {
  for (const word of of) if (!list.includes(word)) throw new Error(`${row}: “${word}” is on no list.`)
}
const chance = (x: unknown) => typeof x === 'number' && x >= 0 && x <= 1

describe('what ships as data holds the words its types say', () => {
  it('materials', () => {
    for (const m of materials) {
      among([m.cuts], materialClasses, m.id)
      among([m.build], builds, m.id)
      among([m.hatch], hatches, m.id)
      among(m.cautions, cautionNames, m.id)
      among([m.group], Object.keys(materialGroupNames), m.id)
      for (const x of [m.density, m.hardness, m.K, m.bulking, m.floor, m.strength]) expect(x, m.id).toBeGreaterThan(0)
    }
    // every family can be added to: there is a material to begin from, and a name for it
    for (const cuts of materialClasses) {
      expect(materials.some((m) => m.cuts === cuts)).toBe(true)
      expect(materialClassNames[cuts]).toBeTruthy()
    }
    for (const c of cautionNames) expect(cautionWords[c], c).toBeTruthy()
  })
  it('blades and saws', () => {
    for (const b of blades) {
      among([b.pattern], toothPatterns, b.id)
      among([b.end], bladeEnds, b.id)
      among([b.strip], strips, b.id)
      among(b.cuts, materialClasses, b.id)
      if (b.steel) among([b.steel], steels, b.id)
    }
    for (const s of saws) {
      among([s.kind], sawKinds, s.id)
      among(s.ends, bladeEnds, s.id)
      among(
        s.change.steps.map((step) => step.do),
        stepNames,
        s.id,
      )
      expect(s.change.steps.every((step) => step.seconds >= 0)).toBe(true)
    }
    expect(new Set(saws.map((s) => s.kind))).toEqual(new Set(sawKinds))
  })
  it('faults and tests', () => {
    const likes = Object.values(profiles).map((p) => p.like)
    expect(faults.map((f) => f.id).sort()).toEqual([...causeIds].sort())
    expect(tests.map((t) => t.id).sort()).toEqual([...testIds].sort())
    for (const f of faults) {
      among(Object.keys(f.common), likes, f.id)
      among(Object.keys(f.signs), signs, f.id)
      expect(Object.values(f.signs).every(chance), f.id).toBe(true)
      for (const [test, outcomes] of Object.entries(f.tests)) {
        among([test], testIds, f.id)
        among(Object.keys(outcomes), testOutcomes[test as keyof typeof testOutcomes], `${f.id}, ${test}`)
        expect(
          Object.values(outcomes).reduce((a, b) => a + b, 0),
          `${f.id}, ${test}`,
        ).toBeLessThanOrEqual(1)
      }
    }
    for (const t of tests) {
      among(t.on, likes, t.id)
      expect(Object.keys(t.outcomes).sort(), t.id).toEqual([...testOutcomes[t.id]].sort())
      expect(
        Object.values(t.outcomes).reduce((a, b) => a + b, 0),
        t.id,
      ).toBeCloseTo(1, 6)
    }
  })
})
