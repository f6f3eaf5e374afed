import { bladeById, type Blade } from '../blade/index.js'
import { makeJob, type Cut, type Job } from '../job/index.js'
import { sawById, type Family } from '../saw/index.js'
import { materials } from '../stock/index.js'

const plain: Partial<Cut> = { radius: undefined, web: undefined, hole: undefined, openings: 0, kind: 'outline', finish: 'ordinary' }
/** A usual saw, blade and stock to practice with where the ticket has another kind. */
const setUps: Record<Family, { saw: string; blade: string; material: string; thickness: number; cut: Partial<Cut> }> = {
  scroll: { saw: 'scroll-plain', blade: 'scroll-mixed-3', material: 'pear', thickness: 9, cut: { radius: 5 } },
  jeweler: { saw: 'frame-70', blade: 'jeweler-2o0', material: 'silver', thickness: 0.8, cut: { radius: 3 } },
  coping: { saw: 'coping-165', blade: 'coping-wood-20', material: 'pear', thickness: 9, cut: { radius: 10 } },
  bow: { saw: 'bow-300', blade: 'bow-curve-12', material: 'pear', thickness: 18, cut: { radius: 40 } },
  jigsaw: { saw: 'jigsaw-orbital', blade: 'jig-curve-ground-12', material: 'birch-ply', thickness: 18, cut: { radius: 30 } },
  hand: { saw: 'hand-saws', blade: 'pull-back-21', material: 'pear', thickness: 12, cut: { kind: 'straight', grain: 'along', depth: 12 } },
}
export function practiceSetUp(family: Family): { job: Job; blade: Blade } {
  const { saw, blade, material, thickness, cut } = setUps[family]
  return {
    job: makeJob({
      saw: sawById(saw)!,
      stock: { material: materials.find((m) => m.id === material)!, form: 'board', thickness },
      cut: { ...plain, ...cut },
    }),
    blade: bladeById(blade)!,
  }
}
