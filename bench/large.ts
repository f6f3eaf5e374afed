import { seeded } from '../core/src/number/index.js'
import { ringPath, type Points } from '../core/src/pattern/index.js'

/** 1 000 openings of wavy outline, 200 points each, in one board. */
export function large(): { points: Points; layer: string }[] {
  const r = seeded(5)
  const loops: { points: Points; layer: string }[] = []
  const [columns, rows, pitch] = [40, 25, 16]
  for (let i = 0; i < columns; i++)
    for (let j = 0; j < rows; j++) {
      const [lobes, phase, swell] = [3 + Math.floor(r() * 3), r() * 6, 0.12 + 0.1 * r()]
      const points: number[] = []
      for (let k = 0; k < 200; k++) {
        const a = (2 * Math.PI * k) / 200
        const d = 5.5 * (1 + swell * Math.sin(lobes * a + phase))
        points.push((i + 0.5) * pitch + d * Math.cos(a), (j + 0.5) * pitch + d * Math.sin(a))
      }
      loops.push({ points, layer: '' })
    }
  loops.push({ points: [-4, -4, columns * pitch + 4, -4, columns * pitch + 4, rows * pitch + 4, -4, rows * pitch + 4], layer: '' })
  return loops
}

/** The same as a drawing in millimetres. */
export const largeDrawing = (): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="648mm" height="408mm" viewBox="-4 -4 648 408"><g fill="none" stroke="#000">${large()
    .map((l) => `<path d="${ringPath(l.points)}"/>`)
    .join('')}</g></svg>`
