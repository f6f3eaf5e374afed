import type { BladeRead, Doubted, PictureTrouble, PieceTrouble } from '../camera/index.js'
import { decimal } from '../quantity/index.js'
import { bladeWords, capital, countWords, lengthWords, listWords, withDoubt, type Say } from './say.js'
import type { Blade } from '../blade/index.js'
import type { HeldPiece } from '../log/index.js'
import type { SawnHand } from '../learn/index.js'

/** Why a picture of blades tells nothing, and what to do. */
export const pictureTroubleWords: Record<PictureTrouble, string> = {
  'no-sheet':
    'The sheet’s four marks are not all in the picture. Lay the blades on the printed sheet and take all of it, flat and lit evenly.',
  'no-blade': 'The sheet is there, but no blade lies on it.',
  'too-large': 'This picture is larger than can be read at once. Scan only the strip with the blades, or at fewer dots.',
  'too-small': 'This picture is too small to show teeth. Scan at 600 dots an inch, or go nearer.',
}
/** What can be told with how much doubt, as one figure with its half width. */
const doubted = ({ value, low, high }: Doubted, say: Say): string => withDoubt(value, (high - low) / 2, say)
const teeth = (n: number): string => (n === 1 ? 'one tooth' : `${n} teeth`)

/** Whether none of the catalogue is likelier than any of it. */
export const isStranger = ({ candidates }: Pick<BladeRead, 'candidates'>): boolean =>
  candidates.reduce((left, c) => left - c.chance, 1) > 0.5

/** What a blade in a picture is, in one line. */
export function seenWords(read: BladeRead, known: (id: string) => Blade | undefined, say: Say): string {
  const px = read.pxPerTooth
  if (read.trouble === 'crossed') return 'Blades lie across one another here. Lay each by itself.'
  if (read.trouble === 'cut-off') return 'Its end is outside the picture or under a mark.'
  if (read.trouble === 'no-contrast') return 'It hardly stands out from the paper. More light, from the side.'
  if (read.trouble === 'blurred') return 'Blurred: its teeth run into one another. Hold still, or scan.'
  if (read.trouble === 'teeth-too-small')
    return px
      ? `Its teeth are ${decimal(px, 0)} pixels apart here and 8 are needed: scan at 1200 dots an inch, or go nearer.`
      : 'Its teeth are too fine for this picture: scan at 1200 dots an inch, or go nearer.'
  const [first, second] = read.candidates
  const name = (id: string) => {
    const b = known(id)
    return b ? bladeWords(b, say) : id
  }
  if (!first || isStranger(read)) return 'None of the catalogue has these teeth and this width.'
  if (second && second.chance > 0.5 * first.chance) return capital(`${name(first.id)}, or ${name(second.id)}: to a picture they are alike.`)
  return capital(name(first.id))
}
/** What was measured of it, with its doubts. */
export function seenMeasures(read: BladeRead, say: Say): string {
  const parts = [`${lengthWords(read.length.value, say)} long`, `${doubted(read.width, say)} wide`]
  if (read.tpi) parts.push(`${decimal(read.tpi.value, 1)} TPI`)
  if (read.reverse) parts.push(`${teeth(read.reverse.teeth)} up, over ${lengthWords(read.reverse.length.value, say)}`)
  if (read.reverse === null) parts.push('no tooth points up')
  if (read.missing) parts.push(`${teeth(read.missing)} missing`)
  for (const k of read.kinks) parts.push(`a kink of ${decimal(k.angle, 0)}° at ${lengthWords(k.at, say)}`)
  if (read.up === 0 || read.up === 1) parts.push('its ringed end goes up')
  return capital(listWords(parts)) + '.'
}
/** Where a packet's label and the picture do not agree; undefined where they may. */
export function packetWords(read: BladeRead, label: Blade, say: Say): string | undefined {
  if (read.trouble) return undefined
  if (label.reverseZone > 0 && read.reverse === null) return 'Your packet says reverse: none of its teeth point up.'
  if (!label.reverseZone && read.reverse) return `Your packet says nothing of reverse teeth: ${teeth(read.reverse.teeth)} pointing up.`
  if (Math.abs(read.width.value - label.width) > Math.max(0.12, 2 * (read.width.high - read.width.low)))
    return `Your packet says ${lengthWords(label.width, say)} wide: it is ${lengthWords(read.width.value, say)}.`
  return undefined
}

/** Why a piece cannot be held against its line, and what to do. */
export const pieceTroubleWords: Record<PieceTrouble, string> = {
  'nothing-there': 'No piece is seen. Lay it on a plain ground of another color.',
  'cut-off': 'A part of the piece is outside the picture. Take all of it, with some ground around.',
  'no-contrast': 'Piece and ground are too much alike. Lay a dark or blue sheet behind pale wood, a pale one behind dark.',
  blurred: 'The picture is blurred: an edge is wider than what is to be measured. Scan at 300 dots an inch, or hold still.',
  'other-piece': 'This is not the piece of this pattern, or much of it is still in: its outline or openings lie elsewhere.',
  'no-sheet': 'The sheet’s four edges, or the card beside the piece, are not seen whole.',
}

const LEAST = 0.02 // mm under which a mean is the picture's own
const SEEN = 0.3 // mm that an eye finds at arm's length on a line with nothing beside it
const FAIR = 0.6 // mm that a file takes back
/** What somebody who looks at a piece says of a slip. */
const slipVerdict = (mm: number): string =>
  mm < SEEN ? 'nobody sees it' : mm < FAIR ? 'you see it, others do not' : 'it shows: ease it in with a file'

/** How a piece came out against its line, the answer first. */
export function heldWords({ bias, stray, most, corners, slips, closed, seen }: HeldPiece, say: Say): string[] {
  const off = (mm: number) => lengthWords(Math.abs(mm), say)
  const side = !bias
    ? 'How much you keep to one side cannot be told from this picture: measure the print’s scale bar and say it.'
    : Math.abs(bias.mm) < bias.doubt
      ? `You keep the line, within ${off(bias.doubt)}.`
      : `You keep ${withDoubt(Math.abs(bias.mm), bias.doubt, say)} ${bias.mm > 0 ? 'to the waste side' : 'inside the line'}.`
  const all = corners.met + corners.rounded + corners.overcut
  const list = [
    side,
    `From your own course the saw strays ${stray < LEAST ? 'less than a picture shows' : `${off(stray)} in the mean`}, ${off(most)} ${most > 0 ? 'into the waste' : 'into the piece'} at most.`,
  ]
  for (const s of slips)
    list.push(`A slip of ${off(s.size)} into ${s.into === 'waste' ? 'the waste: sand or leave it' : `the piece: ${slipVerdict(s.size)}`}.`)
  if (all)
    list.push(
      `Of ${countWords(all, 'corner')} ${corners.met} are met${corners.rounded ? `, ${corners.rounded} rounded` : ''}${corners.overcut ? `, ${corners.overcut} cut past` : ''}.`,
    )
  if (closed) list.push(`${capital(countWords(closed, 'opening'))} still full.`)
  list.push(seen ? `The ${seen} was seen.` : 'From both sides it looks alike: which was seen is not told.')
  return list
}

/** What all held pieces say of the hand, in a sentence or two; the answer first. */
export function sawnHandWords({ pieces, side, stray }: SawnHand, say: Say): string {
  const of = `${capital(countWords(pieces, 'piece'))} held against ${pieces === 1 ? 'its line' : 'their lines'}`
  const kept = !side
    ? ''
    : Math.abs(side.mm) < side.doubt
      ? `you keep the line, within ${lengthWords(side.doubt, say)}; `
      : `you keep ${withDoubt(Math.abs(side.mm), side.doubt, say)} ${side.mm > 0 ? 'to the waste side' : 'inside the line'}; `
  return `${of}: ${kept}you stray ${stray < LEAST ? 'less than a picture shows' : `${lengthWords(stray, say)} in the mean`}.`
}
