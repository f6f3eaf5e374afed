import bracket from './patterns/bracket.dxf?raw'
import curlew from './patterns/curlew-pendant.svg?raw'
import dial from './patterns/tide-dial.svg?raw'
import pinched from './patterns/tide-dial-pinched.svg?raw'
import tray from './patterns/avocet-tray.svg?raw'

/** Saltmarsh Bench's own drawings. */
export const shippedPatterns = [
  { name: 'tide-dial.svg', title: 'Tide dial', about: 'fret, 37 openings, 185 mm', text: dial },
  { name: 'tide-dial-pinched.svg', title: 'Tide dial, a petal too tight', about: 'shows what to look at first', text: pinched },
  { name: 'curlew-pendant.svg', title: 'Curlew pendant', about: 'for silver, 7 openings, 33 mm', text: curlew },
  { name: 'avocet-tray.svg', title: 'Avocet inlay tray', about: 'parts that mate, 3 openings', text: tray },
  { name: 'bracket.dxf', title: 'Dinghy-curve bracket', about: 'DXF, for 18 mm ply', text: bracket },
] as const
