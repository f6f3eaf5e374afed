import type { Points } from './drawing.js'

const NEAR = 0.015 // of the page's side a frame may stand off it

/** Whether a line is a rectangle as large as the page (0, 0 to w, h), as a ground that is painted first or a border is. */
export function coversPage(p: Points, w: number, h: number): boolean {
  if (p.length !== 8 && p.length !== 10) return false
  const on = (at: number, whole: number) => Math.min(Math.abs(at), Math.abs(at - whole)) <= NEAR * whole
  let [least, most] = [Infinity, -Infinity]
  for (let i = 0; i < p.length; i += 2) {
    if (!on(p[i]!, w) || !on(p[i + 1]!, h)) return false
    least = Math.min(least, p[i]!)
    most = Math.max(most, p[i]!)
  }
  return most - least > w / 2
}

/** Whether nothing of a line lies on the page. */
export function offPage(p: Points, w: number, h: number): boolean {
  let [left, right, above, below] = [true, true, true, true]
  for (let i = 0; i < p.length; i += 2) {
    left &&= p[i]! < 0
    right &&= p[i]! > w
    above &&= p[i + 1]! < 0
    below &&= p[i + 1]! > h
  }
  return left || right || above || below
}
