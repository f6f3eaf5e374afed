import { makeJob, type Cut, type Job } from '../job/index.js'
import { familyOf, saws as knownSaws, type Family, type Saw } from '../saw/index.js'
import { materialById, type Form, type Stock } from '../stock/index.js'
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
