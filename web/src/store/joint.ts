import { computed } from 'vue'
import { defineStore } from 'pinia'
import { familyOf, withCaliper, type Blade, type Family, type Job } from '@green-pitch/core'
import { layOut, plainJoint, recutBoard, tenonSchools, type BoardCut, type JointKind, type JointSpec } from '@green-pitch/core/joint'
import { withMaterial } from '../data/ticket'
import { useJob } from './job'
import { useLearned } from './learned'
import { useSettings } from './settings'
import { useShop } from './shop'

/** The joint of the job in hand, laid out; it lives on the ticket, so that undo, files and backups carry it. */
export const useJoint = defineStore('joint', () => {
  const jobs = useJob()
  const shop = useShop()
  const settings = useSettings()
  const learned = useLearned()

  const thickness = computed(() => ('thickness' in jobs.job.stock ? jobs.job.stock.thickness : 10))
  const spec = computed((): JointSpec => jobs.ticket.joint ?? plainJoint('dovetail', thickness.value))
  /** The user's own saw of a family, else the one that ships. */
  const sawOf = (family: Family) => [...shop.offered, ...shop.saws].find((s) => familyOf(s) === family)!
  const chosen = computed(() => (jobs.ticket.blade?.plate ? jobs.ticket.blade : undefined))
  /** hand saws and coping blades, the chosen one as it was measured */
  const blades = computed(() =>
    shop.catalogue.filter((b) => b.plate || b.end === 'coping-pin').map((b) => (b.id === chosen.value?.id ? chosen.value : b)),
  )
  const options = computed(() => ({
    material: jobs.job.stock.material,
    hands: sawOf('hand'),
    coping: sawOf('coping'),
    finish: jobs.job.cut.finish,
    blades: blades.value,
    owned: shop.owned,
    ownedFirst: settings.value.ownedFirst,
    chosen: chosen.value,
    beliefs: learned.beliefs,
  }))
  const found = computed(() => layOut(spec.value, options.value))
  const schools = computed(() => (spec.value.kind === 'tenon' ? tenonSchools(spec.value, options.value) : []))

  /** What is put is checked where it is stored, as all of a ticket is. */
  const put = (patch: Readonly<Record<string, unknown>>) =>
    jobs.edit((t) => ({ ...t, joint: { ...spec.value, ...patch } as JointSpec }), `joint ${Object.keys(patch)[0]}`)
  /** What is shown goes onto the ticket, though nothing of it was changed. */
  const keep = () => put({})
  /** A board sawn another way begins with what such a cut begins with. */
  const recut = (cut: BoardCut['cut']) => {
    if (spec.value.kind === 'board') put({ ...recutBoard(spec.value, cut) })
  }
  const take = (kind: JointKind) => jobs.edit((t) => ({ ...t, joint: plainJoint(kind, thickness.value) }), 'joint')
  const material = (id: string) => {
    const m = shop.materials.find((x) => x.id === id)
    if (m) jobs.edit((t) => withMaterial({ ...t, joint: spec.value }, m), 'stock')
  }
  /** A saw chosen by hand, or the suggested one again. */
  const saw = (b: Blade | undefined) => jobs.edit((t) => ({ ...t, joint: spec.value, blade: b }), 'blade')
  /** The kerf as a cut in scrap showed it; it belongs to the saw in use. */
  function kerf(value: number) {
    const b = found.value.saw
    if (b) saw(withCaliper(b, { kerf: value }))
  }
  /** One of its cuts becomes the ticket: the Bench, the card and the log then speak of it. */
  const toTicket = (job: Job) =>
    jobs.edit((t) => ({ ...t, joint: spec.value, job: { ...job, teethSchool: t.job.teethSchool }, heard: undefined }), 'cut of a joint')
  return { spec, found, schools, chosen, put, recut, keep, take, material, saw, kerf, toTicket }
})
