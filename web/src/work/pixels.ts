import { pictureSize } from '@green-pitch/core/pattern'

/** How large a picture may be, in pixels: beyond `most` it is refused with a remedy, beyond `shrink` it is made smaller. */
export interface Room {
  most: number
  /** what `most` is for, and what to do with a picture beyond it */
  beyond: (most: string) => string
  shrink?: number
  /** narrower than so many pixels it shows nothing, and why */
  least?: { px: number; why: string }
}
/** Pixels of a picture file, with the head that says how it was made; or why it cannot be opened. */
export async function pixelsOf(
  file: Blob,
  { most, beyond, shrink = Infinity, least }: Room,
): Promise<{ image: ImageData; head: Uint8Array } | string> {
  const head = new Uint8Array(await file.slice(0, 512 * 1024).arrayBuffer())
  const says = pictureSize(head)
  if (!says || !(says.width > 0 && says.height > 0))
    return 'This picture is broken: it does not say how large it is. Save it anew as PNG or JPEG.'
  const pixels = says.width * says.height
  if (pixels > most) return `This picture has ${Math.round(pixels / 1e6)} million pixels; ${beyond(`${most / 1e6} at most`)}`
  if (least && Math.min(says.width, says.height) < least.px) return least.why
  const by = Math.min(1, Math.sqrt(shrink / pixels))
  let bitmap: ImageBitmap
  try {
    bitmap = await createImageBitmap(file, by < 1 ? { resizeWidth: Math.round(says.width * by), resizeQuality: 'high' } : {})
  } catch {
    return 'This picture is broken: it cannot be opened. Save it anew as PNG or JPEG.'
  }
  const { width, height } = bitmap
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!
  context.drawImage(bitmap, 0, 0)
  bitmap.close()
  return { image: context.getImageData(0, 0, width, height), head }
}
