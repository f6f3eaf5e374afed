import 'fake-indexeddb/auto'
import { PNG } from 'pngjs'
import { nextTick } from 'vue'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { usePicture } from '../src/store/picture'
import { eachInTheShop, shop } from './room'

eachInTheShop()
beforeEach(() => {
  // what the browser does to open a picture, done here by another library
  vi.stubGlobal('createImageBitmap', async (from: Blob | { width: number; height: number }) => {
    if (!(from instanceof Blob)) return new ArrayBuffer(8) // it goes over to the page, and is only shown there
    const { width, height, data } = PNG.sync.read(Buffer.from(await from.arrayBuffer()))
    return { width, height, data, close: () => undefined }
  })
  vi.stubGlobal('OffscreenCanvas', function Canvas() {
    let drawn: { data: Uint8Array }
    return { getContext: () => ({ drawImage: (b: typeof drawn) => (drawn = b), getImageData: () => drawn }) }
  })
  vi.stubGlobal('ImageData', function Data(data: Uint8ClampedArray, width: number) {
    return { width, height: data.length / 4 / width }
  })
})

/** A scan, 6 px a mm, of a sheet of 120 × 90 mm on a dark lid: a square pen line of 60 mm and a filled disc of 20 mm. */
function scan(name = 'scan.png', edge = 40): File {
  const k = 6
  const [width, height] = [120 * k + 2 * edge, 90 * k + 2 * edge]
  const png = new PNG({ width, height })
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [u, v] = [(x - edge + 0.5) / k, (y - edge + 0.5) / k]
      const paper = u > 0 && v > 0 && u < 120 && v < 90
      const square = Math.abs(Math.max(Math.abs(u - 45), Math.abs(v - 45)) - 30)
      const disc = Math.hypot(u - 100, v - 45) - 10
      const ink = Math.min(square - 0.3, disc)
      const shade = paper ? 235 - 200 * Math.min(1, Math.max(0, 0.5 - ink * k)) : 40
      png.data.set([shade, shade, shade, 255], 4 * (y * width + x))
    }
  return new File([new Uint8Array(PNG.sync.write(png))], name, { type: 'image/png' })
}
const own = { paper: 'own' as const, own: [120, 90] as [number, number] }
async function opened(file = scan(), place: object = own) {
  const { pattern, trouble, jobs } = await shop()
  await vi.waitUntil(() => pattern.reckoned, { timeout: 60_000 })
  const picture = usePicture()
  expect(await picture.open(file)).toBeUndefined()
  Object.assign(picture.place, place)
  await vi.waitUntil(() => picture.look && !picture.busy, { timeout: 30_000 })
  return { pattern, trouble, jobs, picture }
}

describe('a scan of a paper pattern', () => {
  it('its sheet is found, its lines come out at their size, and it becomes the job’s drawing, undone in one step', async () => {
    const { jobs, picture, pattern } = await opened()
    const { look } = picture
    expect([look!.found, look!.lines, picture.why]).toEqual([true, 2, ''])
    const { minX, minY, maxX, maxY } = look!.box!
    // the square's pen line by its middle, the disc by its edge
    for (const [is, want] of [
      [minX, 15],
      [minY, 15],
      [maxX, 110],
      [maxY, 75],
    ] as const)
      expect(is).toBeCloseTo(want, 0.8)
    expect([look!.strokes, look!.filled]).toEqual([1, 1])
    const before = pattern.record!.name
    await picture.take()
    expect(pattern.record).toMatchObject({ name: 'scan.png', unit: 'its sheet', declared: true })
    expect(picture.opened).toBeUndefined()
    jobs.undo()
    expect(pattern.record!.name).toBe(before)
    await vi.waitUntil(() => pattern.reckoned && !pattern.busy, { timeout: 60_000 })
  })
  it('a known distance gives the size where there is no sheet, and a size no sheet has is told', async () => {
    const { picture } = await opened(scan('snap.png', 0), { paper: 'distance', apart: 50 })
    // marks stand two fifths of the picture's width apart: 48 mm of it were said to be 50
    const wide = () => picture.look!.box!.maxX - picture.look!.box!.minX
    expect(wide()).toBeCloseTo((95 * 50) / 48, 0)
    picture.place.apart = 1e5
    await vi.waitUntil(() => picture.why, { timeout: 20_000 })
    expect(picture.why).toMatch(/larger than a door/)
    picture.place.apart = 96
    await vi.waitUntil(() => Math.abs(wide() - 190) < 1, { timeout: 20_000 })
    expect(picture.why).toBe('')
  })
  it('the ink’s shade can be moved; where nothing is left it says so', async () => {
    const { picture } = await opened()
    picture.place.cut = 0.02
    await vi.waitUntil(() => picture.look!.lines === 0, { timeout: 20_000 })
    expect(picture.why).toMatch(/^No line is found\./)
    picture.place.cut = undefined
    await vi.waitUntil(() => picture.look!.lines === 2, { timeout: 20_000 })
    expect(picture.why).toBe('')
    picture.close()
    await nextTick()
    expect([picture.opened, picture.look, picture.busy]).toEqual([undefined, undefined, false])
  })
  it('what cannot be read is refused by what is wrong with it, before it fills the memory', async () => {
    const { pattern } = await shop()
    await vi.waitUntil(() => pattern.reckoned, { timeout: 60_000 })
    const picture = usePicture()
    const before = pattern.record!.name
    const whole = new Uint8Array(await scan().arrayBuffer())
    const sized = (width: number, height: number) => {
      const bytes = whole.slice()
      new DataView(bytes.buffer).setUint32(16, width)
      new DataView(bytes.buffer).setUint32(20, height)
      return bytes
    }
    const bad: [Uint8Array<ArrayBuffer>, RegExp][] = [
      [whole.slice(0, 12), /does not say how large/],
      [sized(20_000, 20_000), /400 million pixels; 150 at most/],
      [sized(40, 50), /too small/],
      [sized(0, 500), /does not say how large/],
      [whole.slice(0, whole.length / 3), /cannot be opened/],
    ]
    for (const [bytes, why] of bad) {
      expect(await picture.open(new File([bytes], 'torn.png'))).toMatch(why)
      expect([picture.opened, picture.busy]).toEqual([undefined, false])
    }
    expect(pattern.record!.name).toBe(before)
  })
})
