import { bladeById, type Blade } from '@green-pitch/core'
import { holdAgainst, readBlades, scannedAt, type Held, type HoldOptions, type Picture, type PictureRead } from '@green-pitch/core/camera'
import { transfer } from 'comlink'
import { pixelsOf } from './pixels'
import { bladesScan, pieceScan } from './standInPictures'

const MOST = 60e6 // pixels; a strip of 1200 dots an inch has 41 million
const SCREEN = 1600 // pixels across of what is shown

/** A picture as read, no finer than a screen, and its own size. */
export interface Shown {
  image: ImageBitmap
  width: number
  height: number
}
async function opened(file: Blob): Promise<{ picture: Picture; perMm?: number } | string> {
  const read = await pixelsOf(file, { most: MOST, beyond: (most) => `${most} can be read. Scan only the part that counts.` })
  if (typeof read === 'string') return read
  const perMm = scannedAt(read.head)
  return { picture: read.image, ...(perMm && { perMm }) }
}
async function shown({ width, height, data }: Picture): Promise<Shown> {
  const image = await createImageBitmap(new ImageData(new Uint8ClampedArray(data), width, height), {
    resizeWidth: Math.min(width, SCREEN),
    resizeQuality: 'high',
  })
  return { image, width, height }
}

/** What the worker does with pictures of blades and pieces: core's work, on what a file or a stand-in shows. */
export const cameraWork = {
  /** Blades on their sheet, in a file or, without one, in the stand-in; or why it cannot be opened. */
  async blades(
    file: Blob | undefined,
    catalogue: readonly Blade[],
    printed: number,
  ): Promise<{ read: PictureRead; shown: Shown } | string> {
    const standIn = ['scroll-reverse-skip-5', 'scroll-double-7', 'scroll-skip-3'].flatMap((id) => bladeById(id) ?? [])
    const from = file ? await opened(file) : { picture: bladesScan(standIn) }
    if (typeof from === 'string') return from
    const read = readBlades(from.picture, { catalogue, printed })
    const see = await shown(from.picture)
    return transfer({ read, shown: see }, [see.image])
  },
  /** A piece held against its pattern, in a file or, without one, a stand-in sawn from that pattern. */
  async piece(file: Blob | undefined, rings: readonly Float64Array[], options: HoldOptions): Promise<Held | string> {
    const PER_MM = 8
    const stray = (ring: number, at: number) =>
      0.15 + 0.06 * Math.sin(at / 7 + ring) + (ring === 0 && Math.abs(at - 40) < 2 ? 0.7 * Math.cos(((at - 40) * Math.PI) / 4) : 0)
    const from = file ? await opened(file) : { picture: pieceScan(rings, stray, PER_MM), perMm: PER_MM }
    if (typeof from === 'string') return from
    const known = options.sheet || options.card ? options : { ...options, ...(from.perMm && { scale: 1 / from.perMm }) }
    return holdAgainst(from.picture, { rings }, known)
  },
}
export type CameraWork = typeof cameraWork
