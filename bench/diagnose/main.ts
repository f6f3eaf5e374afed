// Faults of a table the model does not know, followed until cured: `npm run bench:diagnose [faults]`.
import { simulate } from './simulate.js'

const count = Number(process.argv[2] ?? 2000)
const rows = [1, 2, 3].map((seed) => simulate(count, seed))
const share = (x: number) => `${((100 * x) / count).toFixed(0)} %`
console.table(
  rows.map((r) => ({
    'among the first three': share(r.firstThree),
    'cured in 3 steps': share(r.three),
    'in 5': share(r.five),
    'in 3 cures': share(r.threeCures),
    'cost, s': (r.cost / count).toFixed(0),
    'of a list by commonness': (r.cost / r.list).toFixed(2),
    'of the printed list': (r.cost / r.print).toFixed(2),
    'of the best list printable': (r.cost / r.best).toFixed(2),
    'on the wrong saw': r.impossible,
  })),
)
console.table(
  rows.flatMap((r, i) =>
    Object.entries(r.kinds).map(([kind, k]) => ({
      seed: i + 1,
      kind,
      faults: k.faults,
      'among the first three': `${((100 * k.firstThree) / k.faults).toFixed(0)} %`,
      'of the printed list': (k.cost / k.print).toFixed(2),
      'of the best list printable': (k.cost / k.best).toFixed(2),
    })),
  ),
)
