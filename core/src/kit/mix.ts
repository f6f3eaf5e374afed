import { curvesOn, makeJob, usualLength, usualOpenings, usualRadius, type Cut, type Job } from '../job/index.js'
import { familyOf, saws as knownSaws, type Family, type Saw } from '../saw/index.js'
import type { LengthUnit } from '../quantity/index.js'
import { materialById, usualThicknesses, type Form, type Material, type Stock } from '../stock/index.js'
import data from './data/mixes.json' with { type: 'json' }
import type { Work } from './kit.js'

interface Row {
  title: string
  material: string
  form: string
  thickness?: number
  sheets?: number
  diameter?: number
  minutes: number
  cut: object
}
/** What people make who have no log yet; the saw each is done on first. */
export interface Mix {
  id: string
  name: string
  family: Family
  jobs: readonly Row[]
}
/** Source: data/mixes.json; estimates. */
export const mixes: readonly Mix[] = data.mixes as Mix[]

/** Work with a name, for lists. */
export interface NamedWork extends Work {
  title: string
}

/** A row cut on its own, with nothing of the panel a new job starts from. */
const bare: Partial<Cut> = { radius: undefined, web: undefined, hole: undefined }
const stockOf = ({ material, form, thickness, sheets, diameter }: Row): Stock =>
  ({ material: materialById(material)!, form: form as Form, thickness, sheets, diameter }) as Stock

/**
 * A typical year of what somebody says they make, on the saws that stand in their shop: of the family it is done on, else the
 * first of those that ship.
 */
export function typicalMix(makes: readonly Mix['id'][], saws: readonly Saw[] = []): NamedWork[] {
  return mixes
    .filter((m) => makes.includes(m.id))
    .flatMap(({ family, jobs }) => {
      const saw = [...saws, ...knownSaws].find((s) => familyOf(s) === family)!
      return jobs.map((row): NamedWork => {
        const job: Job = makeJob({ stock: stockOf(row), saw, cut: { ...bare, ...row.cut } })
        return { title: row.title, job, minutes: row.minutes }
      })
    })
}

/** Rows of stock sawn flat on a saw of this family, the user's own kinds of work first, then by minutes a year. */
function flatRows(saw: Saw, makes: readonly Mix['id'][]): Row[] {
  const family = familyOf(saw)
  const near = mixes.filter((m) => m.family === family)
  const sorted = (ms: readonly Mix[]) =>
    ms
      .flatMap((m) => m.jobs)
      .filter((r) => r.thickness !== undefined)
      .sort((a, b) => b.minutes - a.minutes)
  const rows = [...sorted(near.filter((m) => makes.includes(m.id))), ...sorted(near.filter((m) => !makes.includes(m.id)))]
  return rows.length ? rows : sorted(mixes.filter((m) => m.family === 'coping'))
}

/** Materials most often sawn on such a saw, by what its user makes, each once. */
export function usualMaterials(saw: Saw, makes: readonly Mix['id'][]): Material[] {
  return [...new Set(flatRows(saw, makes).map((r) => r.material))].map((id) => materialById(id)!)
}

/** Thicknesses whose ratio's logarithm is less are called the same, a quarter. */
const NEAR = Math.log(1.25)

/**
 * What a new job on this saw is until its user says what it is: the commonest stock of what they make, with a medium curve; a web
 * or a hole is asked of nobody who has not named one.
 */
export function usualJob(saw: Saw, makes: readonly Mix['id'][], unit: LengthUnit): Job {
  const row = flatRows(saw, makes)[0]!
  const material = materialById(row.material)!
  const medium = usualRadius(saw, curvesOn(saw).length > 1 ? 'medium' : 'straight', unit)
  // as it is sold in that unit, where it is sold near that thickness
  const sold = usualThicknesses(material, unit).map((t) => t.mm)
  const off = (mm: number) => Math.abs(Math.log(mm / row.thickness!))
  const nearest = sold.reduce((best, mm) => (off(mm) < off(best) ? mm : best))
  const stock: Stock = { material, form: 'board', thickness: off(nearest) < NEAR ? nearest : row.thickness! }
  const cut: Partial<Cut> = row.cut
  const kind = medium === undefined ? 'straight' : cut.kind === 'straight' ? 'outline' : cut.kind
  return makeJob({
    stock,
    saw,
    cut: {
      ...bare,
      ...cut,
      kind,
      web: undefined,
      hole: undefined,
      radius: medium,
      // a cut nobody has told the depth of goes through
      depth: undefined,
      length: usualLength(saw, stock, unit),
      openings: kind === 'pierced' ? usualOpenings(saw) : 0,
    },
  })
}
