import { jsPDF } from 'jspdf'
import regular from '@expo-google-fonts/atkinson-hyperlegible-next/400Regular/AtkinsonHyperlegibleNext_400Regular.ttf?url'
import bold from '@expo-google-fonts/atkinson-hyperlegible-next/700Bold/AtkinsonHyperlegibleNext_700Bold.ttf?url'

async function base64(url: string): Promise<string> {
  const bytes = new Uint8Array(await (await fetch(url)).arrayBuffer())
  let s = ''
  for (let i = 0; i < bytes.length; i += 8192) s += String.fromCharCode(...bytes.subarray(i, i + 8192))
  return btoa(s)
}

/** An empty PDF in mm with this program's typefaces in it. */
export async function newPdf(format: [width: number, height: number]): Promise<jsPDF> {
  const doc = new jsPDF({ unit: 'mm', format, orientation: format[0] > format[1] ? 'landscape' : 'portrait', compress: true })
  for (const [file, url, style] of [
    ['r.ttf', regular, 'normal'],
    ['b.ttf', bold, 'bold'],
  ] as const) {
    doc.addFileToVFS(file, await base64(url))
    doc.addFont(file, 'Next', style)
  }
  return doc
}
