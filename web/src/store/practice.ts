import { computed, ref, shallowRef, watch } from 'vue'
import { defineStore } from 'pinia'
import { bladeWords, familyOf, ringName, type Blade, type Family, type Job, type Skill } from '@green-pitch/core'
import {
  exercise,
  ladder,
  learningCurve,
  lineThrough,
  measuredHand,
  nextExercise,
  offsetOf,
  pen,
  practiceSetUp,
  score,
  simulatedSaw,
  strayOfSkills,
  type Cutting,
  type Exercise,
  type Scored,
  type ShapeName,
  type Tried,
} from '@green-pitch/core/practice'
import { reversed, signedArea } from '@green-pitch/core/pattern'
import { freshId } from '../data/id'
import type { PracticeRecord } from '../data/records'
import { useAnswer } from './answer'
import { useJob } from './job'
import { useJoint } from './joint'
import { useList } from './kept'
import { usePattern } from './pattern'
import { useSettings } from './settings'

/** What may be practiced: a rung of the ladder, an opening of the pattern in hand, a cut of the joint in hand. */
export type Choice = { shape: ShapeName } | { ring: number } | { cut: number }

/** Practice: what is sawn, with which saw and blade, how it came out, and what it tells of the hand. */
export const usePractice = defineStore('practice', () => {
  const answer = useAnswer()
  const jobs = useJob()
  const pattern = usePattern()
  const settings = useSettings()
  const list = useList('practice', (a, b) => b.at - a.at)
  /** Who is at the saw: pupils share a device, and each has a ladder, a curve and a hand of their own. */
  const who = ref('')
  const byWho = computed(() => list.rows.value.filter((r) => (r.who ?? '') === who.value))
  const tried = computed(() => byWho.value.map(({ shape, ...r }): Tried => ({ ...r, ...(shape && { shape }) })))
  const names = computed(() => [...new Set(list.rows.value.flatMap((r) => r.who ?? []))].sort((a, b) => a.localeCompare(b)))
  /** Each one's cuts on this kind of saw: how many, the best score, and the last. */
  const side = computed(() =>
    ['', ...names.value].flatMap((name) => {
      const own = list.rows.value.filter((r) => (r.who ?? '') === name && r.family === family.value)
      return own.length
        ? [{ name, cuts: own.length, best: Math.max(...own.map((r) => r.score)), last: own[0]!.score, stray: own[0]!.stray }]
        : []
    }),
  )

  const own = computed(() => familyOf(answer.job.saw))
  const chosenFamily = ref<Family>()
  const family = computed(() => chosenFamily.value ?? own.value)
  const choice = shallowRef<Choice>()
  // another job has another pattern and joint
  watch(
    () => jobs.record.id,
    () => take(undefined),
  )
  const next = computed(() => nextExercise(family.value, tried.value))
  const chosen = computed((): Choice => {
    const c = choice.value
    const there = c && ('shape' in c || ('ring' in c ? pattern.found?.rings[c.ring] : useJoint().found.cuts[c.cut]))
    return c && there ? c : { shape: next.value }
  })

  /** The ticket’s saw, blade and stock; of another kind of saw a usual set-up. */
  const setUp = computed((): { job: Job; blade: Blade } => {
    const c = chosen.value
    const cut = 'cut' in c ? useJoint().found.cuts[c.cut] : undefined
    if (cut?.saw) return { job: cut.job, blade: cut.saw.blade }
    return family.value === own.value || 'ring' in c ? { job: answer.job, blade: answer.blade } : practiceSetUp(family.value)
  })
  const saw = computed(() => simulatedSaw(setUp.value.job, setUp.value.blade))
  /** A blade that does not bite here cannot be practiced with. */
  const bites = computed(() => saw.value.pace > 0.01 && Number.isFinite(saw.value.pace))

  /** Openings of the pattern and cuts of the joint in hand. */
  const openings = computed(() => {
    const f = pattern.found
    return f ? f.order.map((id) => ({ ring: id, name: ringName(f, id) })) : []
  })
  const cuts = computed(() => {
    if (!jobs.ticket.joint) return []
    const { ok, cuts } = useJoint().found
    return ok ? cuts.flatMap((c, cut) => (c.saw ? [{ cut, name: c.name.replaceAll('-', ' ') }] : [])) : []
  })
  const drawn = computed((): Exercise => {
    const c = chosen.value
    if ('shape' in c) return exercise(c.shape, family.value, setUp.value.blade)
    const side = setUp.value.job.cut.line
    if ('cut' in c) {
      const { depth, tilt } = useJoint().found.cuts[c.cut]!
      const line = pen(0, 0, ((tilt ?? 0) * Math.PI) / 180)
        .forward(depth)
        .line()
      return { shape: 'straight', lines: [line], side: 'leave', waste: 'left' }
    }
    const { ring } = pattern.found!.rings[c.ring]!
    // round an opening with its waste inside, round an outline with it outside: to the left either way
    const inward = ring.role === 'opening'
    const turns = signedArea(ring.points) > 0 === inward
    const points = turns ? ring.points : reversed(ring.points)
    return { shape: 'circle', lines: [lineThrough(points, true)], side, waste: 'left' }
  })
  const offset = computed(() => offsetOf(drawn.value, saw.value.kerf))

  const judged = shallowRef<Scored>()
  const best = (shape: ShapeName) =>
    tried.value.reduce((top, t) => (t.family === family.value && t.shape === shape ? Math.max(top, t.score) : top), -1)
  const against = new Map<string, Record<Skill, number>>()
  /** What simulated hands make of the same cut; reckoned once for each. */
  function againstSkills(): Record<Skill, number> {
    const { job, blade } = setUp.value
    const key = JSON.stringify([chosen.value, blade.id, job.stock, job.spm, job.stress, job.wear, drawn.value.lines.map((l) => l.length)])
    const known = against.get(key)
    if (known) return known
    const found = strayOfSkills(drawn.value, saw.value, job)
    against.set(key, found)
    return found
  }
  async function judge(done: Cutting[]): Promise<Scored> {
    // what comes next may be another now: what was sawn stays in sight
    choice.value = chosen.value
    const { job, blade } = setUp.value
    const found = score(done, job)
    judged.value = found
    const c = chosen.value
    const name =
      'ring' in c
        ? openings.value.find((o) => o.ring === c.ring)?.name
        : 'cut' in c
          ? cuts.value.find((x) => x.cut === c.cut)?.name
          : undefined
    const row: PracticeRecord = {
      id: freshId('p'),
      rev: 0,
      at: Date.now(),
      family: 'cut' in c ? 'hand' : 'ring' in c ? own.value : family.value,
      ...('shape' in c ? { shape: c.shape } : { own: name ?? '' }),
      ...(who.value && { who: who.value }),
      blade: bladeWords(blade, settings.say),
      stock: job.stock.material.name,
      score: found.score,
      stray: found.stray,
      worst: found.worst,
      seconds: found.seconds,
      aspects: found.aspects,
      against: againstSkills(),
    }
    await list.keep(row)
    return found
  }
  function take(what: Choice | undefined, of?: Family) {
    if (of) chosenFamily.value = of
    choice.value = what
    judged.value = undefined
  }
  const ofFamily = computed(() => tried.value.filter((t) => t.family === family.value))
  const hand = computed(() => measuredHand(ofFamily.value))
  const curve = computed(() => learningCurve(ofFamily.value))
  return {
    rows: list.rows,
    who,
    names,
    side,
    load: list.load,
    family,
    own,
    rungs: computed(() => ladder[family.value]),
    chosen,
    next,
    setUp,
    saw,
    bites,
    openings,
    cuts,
    drawn,
    offset,
    judged,
    best,
    judge,
    take,
    ofFamily,
    hand,
    curve,
  }
})
