import { tensionFromStress, type Blade } from '../blade/index.js'
import { bow, leverFit, markForStress, stressAtMark, type LeverFit, pitchFromStress } from '../tension/index.js'
import { bowAllowed, aimStress, greenMarks, type GreenBand, type GreenMarks } from '../cut/index.js'
import type { StrungJob } from '../job/index.js'
import { decimal } from '../quantity/index.js'
import { setterOf, type Setter, type StrungSaw } from '../saw/index.js'
import type { NotHeard, StrokesRead } from '../sound/index.js'
import { countWords, forceWords, lengthWords, noteWords, plainNote, sizeWords, type Say } from './say.js'

/** Why nothing was read, and what to do about it. */
export const notHeardWords: Record<NotHeard, string> = {
  'no pluck': 'That was no plucked blade. Draw the blade aside with a fingertip at its middle and let it go.',
  'too noisy': 'Too noisy to be sure. Stop the saw and the fan, hold the microphone within a hand’s breadth, pluck again.',
  'two sounds': 'Two sounds ran into each other. Pluck once and let it ring.',
  clipped: 'It was too loud for the microphone. Hold it further off, or pluck more softly.',
  'too short': 'Cut off before it could be read. Let it ring half a second.',
}
export const noStrokesWords: Record<Extract<StrokesRead, { heard: false }>['why'], string> = {
  'too short': 'It takes a second and a half of steady running.',
  'no strokes': 'No strokes are to be heard. Hold the microphone near the saw while it runs.',
  'too noisy': 'Too noisy to be sure. Hold the microphone nearer to the saw.',
  'two speeds fit': 'Two speeds fit what is heard. Hold the microphone near the blade’s end and let it run without wood.',
}

/** What one figure of a mark is: mm, or an inch in mm, where the mark is a flex; marks and turns are figures of their own. */
export const markScale = (setter: Setter, say: Say): number => (setter === 'flex' && say.unit === 'in' ? 25.4 : 1)
/** A mark's figure alone, a flex in the user's unit. */
export const markFigure = (mark: number, setter: Setter, say: Say): string => {
  const scale = markScale(setter, say)
  return decimal(mark / scale, scale === 1 ? 1 : 2)
}
const flexUnit = (say: Say) => (say.unit === 'mm' ? ' mm' : '″')
/** “mark 3”, “2 turns”, “4 mm of flex”: this saw’s own measure of tension. */
export function markWords(mark: number, setter: Setter, say: Say): string {
  const whole = setter !== 'flex' && Math.abs(mark - Math.round(mark)) <= 0.05
  const n = whole ? String(Math.round(mark)) : markFigure(mark, setter, say)
  return { lever: `mark ${n}`, screw: `${n} turns`, flex: `${n}${flexUnit(say)} of flex` }[setter]
}
export const markName = (setter: Setter, say: Say): string => ({ lever: 'Mark', screw: 'Turns', flex: `Flex, ${say.unit}` })[setter]
/** What to ask for when a mark is noted, and what the marks heard are worth. */
export const markAsk = (setter: Setter, say: Say): string =>
  ({ lever: 'Mark it stands at', screw: 'Turns it stands at', flex: `Flexed by, ${say.unit}` })[setter]
export const markAbout: Record<Setter, string> = {
  lever: 'Marks as plucked here, not as printed on the saw.',
  screw: 'Turns as plucked here, counted from slack.',
  flex: 'As plucked here, by how far the frame was flexed.',
}
export const setterName: Record<Setter, string> = { lever: 'lever', screw: 'screw', flex: 'flex' }

/** “marks 2 to 3½” in the saw’s own measure. */
export function greenMarksWords(m: GreenMarks, setter: Setter, say: Say): string {
  const [a, b] = [markFigure(m.low, setter, say), markFigure(m.high, setter, say)]
  const span = a === b ? a : `${a} to ${b}`
  const words = { lever: `mark${a === b ? '' : 's'} ${span}`, screw: `${span} turns`, flex: `${span}${flexUnit(say)} of flex` }[setter]
  return m.guess ? `${words}, a guess` : words
}

/** What a heard stress means for this cut, what to change, and how it stands. */
export function heardWords(
  job: StrungJob,
  blade: Blade,
  band: GreenBand,
  stress: number,
  say: Say,
): { state: 'within' | 'beyond'; head: string; text: string } {
  const { low, high } = band.value
  const setter = setterOf(job.saw)
  const fit = leverFit(job.saw)
  const to = (target: number): string => {
    const note = plainNote(pitchFromStress(blade, target, job.saw.span))
    const mark = fit && markForStress(fit, blade, target)
    return mark === undefined ? `to ${note}` : `to about ${markWords(mark, setter, say)}, where it sounds ${note}`
  }
  const aim = aimStress(band)
  const dip = bow({
    section: blade,
    span: job.saw.span,
    tension: Math.max(0.5, tensionFromStress(blade, stress)),
    force: band.inputs.push,
    direction: 'feed',
  })
  if (stress > high.stress) {
    const why = {
      strength: 'Beyond what this blade bears safely: it snaps.',
      grip: 'Beyond what the clamps hold: it slips out.',
      saw: 'Beyond what this saw is made to pull.',
    }[band.limit]
    return { state: 'beyond', head: 'Too tight', text: `${why} Slacken ${to(aim)}.` }
  }
  if (stress < low.stress && !band.empty)
    return {
      state: 'beyond',
      head: stress > 0.8 * low.stress ? 'A little slack' : 'Slack',
      text:
        band.lowBy === 'habit'
          ? `So slack it wanders whatever the stock. Tighten ${to(aim)}.`
          : `In a clean cut it bows ${lengthWords(Math.round(dip * 100) / 100, say)} where ${lengthWords(Math.round(bowAllowed(job) * 100) / 100, say)} is allowed: it wanders and bevels the edge. Tighten ${to(aim)}.`,
    }
  if (band.empty) return { state: 'beyond', head: 'No stress suits', text: 'Feed gently, allow more bow, or take a bigger blade.' }
  const share = (stress - low.stress) / (high.stress - low.stress)
  return {
    state: 'within',
    head: 'In the green',
    text:
      share < 0.15
        ? `Near its lower edge; a little tighter keeps it there as it warms: ${to(aim)}.`
        : share > 0.85
          ? 'Near its upper edge: high and ringing. Leave it.'
          : 'Leave it as it is.',
  }
}

/** How the frame gives as against the blade, once two sizes were heard. */
export function frameWords(fit: LeverFit, say: Say): string {
  if (fit.stiffness !== undefined) return `Frame and spring give ${lengthWords(9.81 / fit.stiffness, say)} under ${forceWords(9.81, say)}.`
  return fit.force > 0.5 ? 'It pulls every blade with the same force.' : 'It stretches every blade by the same length.'
}

/** What one mark more does to this blade: “one mark is about 170 MPa, two semitones”; nothing where a mark is not told from none. */
export function oneMarkWords(fit: LeverFit, saw: StrungSaw, blade: Blade): string {
  const setter = setterOf(saw)
  const mid = (fit.range[0] + fit.range[1]) / 2
  const [low, high] = [stressAtMark(fit, blade, mid - 0.5).value, stressAtMark(fit, blade, mid + 0.5).value]
  if (!(low > 0 && high > low)) return ''
  const one = { lever: 'One mark', screw: 'One turn', flex: 'One millimeter of flex' }[setter]
  const semitones = 6 * Math.log2(high / low)
  const heard = semitones < 0.75 ? 'less than a semitone' : countWords(Math.round(semitones), 'semitone')
  return ` ${one} is about ${Math.round((high - low) / 10) * 10} MPa here, ${heard}.`
}

/** What the marks heard so far are worth, in a sentence or two. */
export function calibrationWords(saw: StrungSaw, blade: Blade, band: GreenBand, others: readonly Blade[], say: Say): string {
  const fit = leverFit(saw)
  const setter = setterOf(saw)
  if (!fit) return `Nothing heard on this saw yet. Set the ${setterName[setter]}, pluck, and note its mark: two or three do.`
  const green = greenMarks(saw, blade, band)
  const own = green ? `**Green for ${sizeWords(blade)}: ${greenMarksWords(green, setter, say)}.** ` : ''
  const one = oneMarkWords(fit, saw, blade)
  if (fit.guess)
    return `${own}${one.trim()} Heard on one size only, so other sizes are a guess. Pluck one more, clearly thicker or thinner.`
  // the size nearest to the one in the saw says most to whoever stands at it
  const near = [...others].sort((a, b) => Math.abs(a.width - blade.width) - Math.abs(b.width - blade.width))[0]
  const next = near && { blade: near, at: stressAtMark(fit, near, (fit.range[0] + fit.range[1]) / 2) }
  return `${own}${frameWords(fit, say)} Other sizes follow${next ? `: at ${markWords((fit.range[0] + fit.range[1]) / 2, setter, say)} ${sizeWords(next.blade)} has about ${Math.round(next.at.value / 5) * 5} MPa` : ''}.${one}`
}

/** What two plucks, before a cut and after it, say of the clamps. */
export function clampWords({ slip, doubt }: { slip: number; doubt: number }): string {
  const microns = (x: number) => `${Math.max(1, Math.round(1000 * x))} µm`
  if (slip < -2 * doubt) return 'It sounds higher than before: it has cooled, or was tightened.'
  if (slip < 2 * doubt) return `It holds: less than ${microns(2 * doubt)} of slip can be told.`
  return `It fell: ${microns(slip)} slipped in the clamps, give or take ${microns(doubt)}, or the blade is warm. Pluck it once more when cool: what comes back was warmth.`
}
/** “D6 + 12 cents there is F6 here for the same stress, E6 for the same tension.” */
export function carriedWords(c: { stress: number; sameStress: number; sameTension: number }): string {
  return `Here that is ${noteWords(c.sameStress)} for the same stress (${Math.round(c.stress)} MPa), ${noteWords(c.sameTension)} for the same tension.`
}
