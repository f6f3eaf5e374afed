import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import {
  atBench,
  becauseWords,
  bladeById,
  blades,
  causeNames,
  cureWords,
  diagnose,
  isMetal,
  jointHeading,
  jointSteps,
  jointTroubleWords,
  makeJob,
  materials,
  outcomeWords,
  profileOf,
  rankBlades,
  sawById,
  sawFacts,
  saws,
  signsOf,
  stepCaution,
  tenonSchoolWords,
  testWords,
  type TestId,
} from '../src/index.js'
import { jointKinds, layOut, plainJoint, tenonSchools, type Tenon } from '../src/joint/index.js'
import { ANY_UNIT, neverSaid, SPLINTERED } from './never.js'

const woods = materials.filter((m) => m.cuts === 'wood')

describe('what is said of joints and of remedies', () => {
  it('no joint, in any wood and size, is told with a lost word, a wrong plural or a wrong article', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...jointKinds),
        fc.constantFrom(...woods),
        fc.constantFrom(6, 8, 11, 12, 18, 20, 40),
        fc.constantFrom('careful' as const, 'ordinary' as const, 'rough' as const),
        (kind, material, thickness, finish) => {
          const options = { material, hands: sawById('hand-saws')!, coping: sawById('coping-165')!, finish, blades }
          const l = layOut(plainJoint(kind, thickness), options)
          for (const say of ANY_UNIT)
            neverSaid([
              jointHeading(l, say),
              ...jointSteps(l, say).flatMap((s) => [s.head, s.text]),
              ...atBench(l, say).flatMap((s) => Object.values(s).filter((x): x is string => typeof x === 'string')),
              ...sawFacts(l, say),
              ...l.troubles.map((t) => jointTroubleWords(t, say)),
              ...(l.spec.kind === 'tenon' ? tenonSchools(l.spec as Tenon, options).map(tenonSchoolWords) : []),
            ])
        },
      ),
      { numRuns: 120, seed: 5 },
    )
  })
  it('no cause, test or cure is told in another tool’s or stock’s words', () => {
    fc.assert(
      fc.property(fc.constantFrom(...saws), fc.constantFrom(...materials), fc.nat(), fc.nat(), (saw, material, a, b) => {
        const kind = saw.kind === 'hand' ? ('straight' as const) : ('outline' as const)
        const cut = {
          kind,
          radius: kind === 'straight' ? undefined : 8,
          grain: 'across' as const,
          openings: 0,
          web: undefined,
          hole: undefined,
        }
        const job = makeJob({ saw, stock: { form: 'board', material, thickness: isMetal(material) ? 1.5 : 9 }, cut })
        const blade = rankBlades(job).value[0]?.blade ?? bladeById('scroll-standard-5')!
        const signs = signsOf(job)
        const found = diagnose({ job, blade, signs: [signs[a % signs.length]!, signs[b % signs.length]!] })
        expect(found.causes[0]!.because.length).toBeGreaterThan(0)
        for (const say of ANY_UNIT) {
          const all = found.causes
            .slice(0, 4)
            .flatMap((c) => [causeNames[c.id], ...Object.values(cureWords[c.id]), ...c.because.map((x) => becauseWords(x, say))])
          if (found.next) {
            all.push(stepCaution(found.next, saw))
            if (found.next.kind === 'test') {
              const id = found.next.id as TestId
              all.push(testWords[id].name, testWords[id].how, ...found.ifSo.map((o) => outcomeWords(id, o.outcome)))
            }
          }
          neverSaid(all)
          if (!profileOf(saw).motor) for (const text of all) expect(/\bplug\b|[Uu]nplug/.test(text), text).toBe(false)
          if (isMetal(material)) for (const text of all) expect(SPLINTERED.test(text), text).toBe(false)
        }
      }),
      { numRuns: 400, seed: 6 },
    )
  })
})
