import { expect, it } from 'vitest'
import { bladeById, rankBlades } from '@green-pitch/core'
import { noChoices } from '@green-pitch/core/pattern'
import { patternFrom, readDrawing } from '../src/data/patternFile'
import { jobs, owned } from '../src/data/saltmarsh'
import { shippedPatterns } from '../src/data/shipped'
import { patternWork, type Found } from '../src/work/patternWork'

it('the demo’s tickets carry what its drawings are measured to (vitest -u writes it)', async () => {
  const courses: Record<string, unknown> = {}
  for (const { id, job, blade, pattern } of jobs) {
    const text = shippedPatterns.find((s) => s.name === pattern)?.text
    if (text === undefined) continue
    const read = readDrawing(text, pattern!)
    if (!read.ok) throw new Error(read.message)
    patternWork.lay(patternFrom(id, pattern!, read.drawing, 'lines'))
    const used =
      (blade === undefined ? undefined : bladeById(blade)) ?? rankBlades(job, { owned: new Set(owned.map(([id]) => id)) }).value[0]!.blade
    const { found } = patternWork.reckon({ job, blade: used, drills: ['metric'], choices: noChoices }, () => undefined) as Found
    courses[id] = found.course
  }
  await expect(JSON.stringify(courses)).toMatchFileSnapshot('../src/data/saltmarshCourses.json')
})
