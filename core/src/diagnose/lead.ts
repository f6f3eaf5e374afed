import { toDegrees } from '../number/index.js'

/**
 * How far a blade leads: a burr left by stamping drags it to one side, the same for all of a packet. Measured by a freehand line.
 * @param off mm from the line where it is let go, to the right of the way it is sawn; negative to the left
 * @param over mm sawn
 * @returns degrees to the right
 * @throws RangeError where nothing was sawn
 */
export function leadOf(off: number, over: number): number {
  if (!(over > 0)) throw new RangeError('A lead is measured over some length of cut.')
  return toDegrees(Math.atan(off / over))
}
