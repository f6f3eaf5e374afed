import { decimal } from '../quantity/index.js'
import { setterOf, type ChangeStep, type StepName } from '../saw/index.js'
import type { Job } from '../job/index.js'
import type { Caution, Mounting, SetUpItem } from '../setup/index.js'
import { UNREACHABLE, type GreenBand } from '../tension/index.js'
import { greenMarksWords } from './heard.js'
import { lengthWords, listWords, roundWords, noteWords, plainNote, type Say } from './say.js'

/** Notes of a band, low to high; an empty band says which side gives. */
export function bandWords(band: GreenBand): string {
  const [low, high] = [plainNote(band.value.low.pitch), plainNote(band.value.high.pitch)]
  return low === high ? low : `${low} to ${high}`
}

export function emptyBandWords(band: GreenBand): string {
  const top = { strength: 'the blade is safe at', grip: 'the clamps hold', saw: 'this saw pulls' }[band.limit]
  if (band.value.low.stress > 0.99 * UNREACHABLE)
    return 'No stress would keep it straight at a sure bite. Feed gently, allow more bow, or take a bigger blade.'
  return `It would need ${Math.round(band.value.low.stress)} MPa to stay straight, but ${top} ${Math.round(band.value.high.stress)}. Feed gently, allow more bow, or take a bigger blade.`
}

const steps: Record<StepName, string> = {
  'release-tension': 'release the tension',
  'open-top': 'open the top clamp',
  thread: 'thread the hole',
  'close-top': 'close the top clamp',
  'set-tension': 'set the tension',
  'unhook-top': 'unhook the top pin',
  'hook-top': 'hook the top pin',
  'lift-arm': 'lift the arm',
  'flex-frame': 'flex the frame against the bench',
  'slack-screw': 'slacken the screw',
  'turn-screw': 'turn the screw up',
}
export const stepWords = (s: ChangeStep): string => `${steps[s.do]}${s.tool ? ` (${s.tool})` : ''}`

/** One set-up item in a sentence; **…** marks what to read first. */
export function setUpWords(item: SetUpItem, job: Job, say: Say): string {
  switch (item.do) {
    case 'isolate':
      return item.powered ? '**Unplug** before touching the blade.' : '**Mind the teeth** while clamping; brace the frame, not your hand.'
    case 'clean-ends':
      return 'Wipe the oil off both ends; a slip with fine paper helps them grip.'
    case 'insert':
      return `Push each end **${lengthWords(item.depth, say)}** into its clamp${item.tool ? ` (${item.tool})` : ''}, then tug.`
    case 'teeth':
      return item.stroke === 'down'
        ? 'Teeth **toward you, pointing down**.'
        : 'Teeth **outward, pointing to the handle**: it cuts on the pull.'
    case 'both-ends-free':
      return 'Either way up: it cuts all round.'
    case 'reverse': {
      const { teethAbove, shift, reaches } = item.setting
      const rise =
        teethAbove >= 2 && teethAbove <= 5
          ? `**${teethAbove} of them above the table** at the top of the stroke`
          : `${shift > 0 ? 'raise' : 'lower'} the blade ${roundWords(Math.abs(shift), say)} so that **two show above the table** at the top of the stroke`
      return reaches ? `Upward teeth low; ${rise}.` : 'Its upward teeth never reach the underside on this saw: back the work instead.'
    }
    case 'tension': {
      const feel = `or ${lengthWords(item.move, say)} sideways under a ${decimal(item.push, 0)} N thumb`
      return item.band.empty
        ? `Pluck: about **${noteWords(item.band.value.high.pitch)}**, no higher. ${emptyBandWords(item.band)}`
        : `Pluck: **${bandWords(item.band)}** on this saw${item.marks ? ` (${greenMarksWords(item.marks, setterOf(job.saw))})` : ''}, ${feel}.`
    }
    case 'retension':
      return item.returns
        ? `Each hole: ${listWords(item.steps.map(stepWords))}. The tension comes back by itself; pluck now and then.`
        : `Each hole: ${listWords(item.steps.map(stepWords))}. **Pluck again** every time: this saw does not return to it.`
    case 'speed': {
      const { low, high } = item.band
      const dial = item.marks
        ? `, dial ${decimal(item.marks[0], 0) === decimal(item.marks[1], 0) ? decimal(item.marks[0], 0) : `${decimal(item.marks[0], 0)} to ${decimal(item.marks[1], 0)}`}`
        : ''
      return `**${low === high ? low : `${low} to ${high}`}** strokes a minute${dial}.`
    }
    case 'drill':
      return `Drill **${item.drill.name}** starting holes in the waste, on a backing board.`
    case 'enter-edge':
      return 'Start from an edge; meet the line at a shallow angle.'
    case 'hold-down':
      return 'Hold-down just kissing the stock.'
    case 'pin':
      return 'Work flat on the bench pin, two fingers close on either side of the cut.'
    case 'backing':
      return 'Thin stock: tape it to a **scrap backing** so it cannot flex into the slot.'
    case 'face':
      return item.up === 'either' ? 'Better face up.' : 'Show face **up**: the down stroke frays underneath.'
    case 'lubricate':
      return item.what === 'wax'
        ? 'Touch the blade’s back with wax; little and often.'
        : 'Keep the cut **wet**; it cools and holds the dust.'
    case 'tape':
      return 'Tape over the line keeps the edge cooler and lifts the pattern off.'
    case 'tall':
      return `Stock taller than the ${lengthWords(item.stroke, say)} stroke: feed slowly and **back out to clear dust**.`
    case 'square':
      return `Square the blade to the table. A side push leans the edge about ${decimal((Math.abs(item.slope) * 180) / Math.PI, 2)}° here.`
    case 'trial':
      return `**Trial cut** on scrap of the same ${job.stock.material.name.toLowerCase()}; look at both faces.`
  }
}

export const cautionWords: Record<Caution, string> = {
  eyes: 'Eye protection, always.',
  ears: 'Hearing protection at a running saw; music headphones are not that.',
  fingers: 'Fingers beside the blade, never in front of it; watch the steadying thumb.',
  hot: 'A fresh cut and the blade are hot.',
  manual: 'Follow the saw’s manual and local rules; you decide at the saw.',
  hair: 'Tie back hair, cuffs and jewellery; closed shoes.',
  dust: 'Dust mask and extraction; brush, never blow.',
  'dust-irritant': 'Irritant dust: respirator and extraction.',
  'dust-toxic': 'Toxic dust: respirator, extraction, wash after; keep food and children away.',
  'dust-composite': 'Glue-bound dust: respirator and extraction or open air.',
  silica: 'Silica dust harms the lungs for good: wet cutting and a respirator.',
  metal: 'Metal dust and slivers: mask, brush, no gloves near the blade.',
  sharp: 'Cut sheet edges are sharp; deburr before handling.',
  'fumes-pvc': 'PVC gives off acid fumes when hot: slow, with air moving away from you.',
  'hot-edge': 'The edge melts before it smells: go slowly.',
  zinc: 'Zinc coating: no heating, no breathing its dust.',
  'titanium-fire': 'Titanium dust burns: clear it away, no sparks nearby.',
  wet: 'Keep water away from motor and plug.',
}

export const mountingWords: Record<Mounting, string> = {
  teeth: 'Teeth toward me, the right way up',
  clamps: 'Both ends seated and clamped',
  tug: 'Tugged: it holds',
  tension: 'Plucked: in the green',
  square: 'Square to the table',
  'hold-down': 'Hold-down just touching',
  trial: 'Trial cut, both faces looked at',
}
