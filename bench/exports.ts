// What goes out, opened by programs that know nothing of this one: LibreOffice Draw (a vector editor), ezdxf (a DXF
// reader) and poppler (a PDF renderer), all from Debian. Each must find the tide dial at its true size.
import { spawn, execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { chrome } from '../playwright.config'
import { PNG } from 'pngjs'

const port = 4189
const dir = mkdtempSync(join(tmpdir(), 'exports-'))
const server = spawn('node', ['server/dist/main.js'], {
  env: { ...process.env, PORT: String(port), GREEN_PITCH_DEMO: '1' },
  stdio: 'ignore',
})
const browser = await chromium.launch(chrome)
let failed = false
const said = (what: string, got: number, want: number, within: number) => {
  const ok = Math.abs(got - want) <= within
  failed ||= !ok
  console.log(`${ok ? 'right' : 'WRONG'}: ${what}: ${got.toFixed(2)} mm, wanted ${want.toFixed(2)} ± ${within}`)
}
try {
  for (let i = 0; i < 50; i++) {
    if (
      await fetch(`http://127.0.0.1:${port}/health`).then(
        (r) => r.ok,
        () => false,
      )
    )
      break
    await new Promise((r) => setTimeout(r, 100))
  }
  const page = await browser.newPage()
  await page.goto(`http://127.0.0.1:${port}/pattern`)
  for (const [button, name] of [
    ['Save pages (PDF)', 'dial.pdf'],
    ['SVG', 'dial.svg'],
    ['DXF', 'dial.dxf'],
  ] as const) {
    await page.getByRole('button', { name: 'Print and save' }).click()
    const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: button, exact: true }).click()])
    await file.saveAs(join(dir, name))
  }

  // the vector editor opens the SVG on a page of the board's own size: 185 mm of dial and 10 mm of margin all round
  execFileSync('soffice', ['--headless', '--convert-to', 'pdf:draw_pdf_Export', '--outdir', join(dir, 'lo'), join(dir, 'dial.svg')], {
    stdio: 'ignore',
  })
  const drawn = /Page size:\s+([\d.]+) x ([\d.]+)/.exec(execFileSync('pdfinfo', [join(dir, 'lo', 'dial.pdf')], { encoding: 'utf8' }))!
  said('LibreOffice Draw, SVG page width', (Number(drawn[1]) * 25.4) / 72, 205, 0.5)
  said('LibreOffice Draw, SVG page height', (Number(drawn[2]) * 25.4) / 72, 205, 0.5)

  // the DXF reader finds units, layers and the extent of the line that was drawn
  const script = `
import ezdxf, sys, json
doc = ezdxf.readfile(sys.argv[1])
audit = doc.audit()
out = {'units': doc.header.get('$INSUNITS'), 'errors': len(audit.errors), 'layers': sorted(l.dxf.name for l in doc.layers), 'counts': {}}
xs = []
for e in doc.modelspace():
    out['counts'][e.dxf.layer] = out['counts'].get(e.dxf.layer, 0) + 1
    if e.dxf.layer == 'line':
        xs += [p[0] for p in e.get_points()]
out['width'] = max(xs) - min(xs)
print(json.dumps(out))`
  const found = JSON.parse(execFileSync('/usr/bin/python3', ['-c', script, join(dir, 'dial.dxf')], { encoding: 'utf8' })) as {
    units: number
    errors: number
    width: number
    counts: Record<string, number>
  }
  said('ezdxf, DXF width of the drawn line', found.width, 185, 0.02)
  console.log(`ezdxf: unit ${found.units} (4 is mm), ${found.errors} errors, ${JSON.stringify(found.counts)}`)
  failed ||= found.units !== 4 || found.errors > 0 || found.counts.holes !== 37 || found.counts.cut !== 38

  // the renderer, at 10 dots a millimetre: the check rule is the longest dark run near the foot
  execFileSync('pdftocairo', ['-png', '-r', '254', '-f', '1', '-l', '1', join(dir, 'dial.pdf'), join(dir, 'page')])
  const name = execFileSync('ls', [dir], { encoding: 'utf8' })
    .split('\n')
    .find((n) => n.startsWith('page'))!
  const png = PNG.sync.read(readFileSync(join(dir, name)))
  let rule = 0
  for (let y = png.height - 300; y < png.height - 60; y++) {
    let run = 0
    for (let x = 0; x < png.width; x++) {
      run = png.data[4 * (y * png.width + x)]! < 120 ? run + 1 : 0
      rule = Math.max(rule, run)
    }
  }
  said('poppler, check rule on the page', rule / 10, 100, 0.5)
  said('poppler, page width', png.width / 10, 210, 0.3)
} finally {
  server.kill()
  await browser.close()
}
process.exit(failed ? 1 : 0)
