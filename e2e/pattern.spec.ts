import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { jsPDF } from 'jspdf'
import { PNG } from 'pngjs'
import { expect, kept, listen, goneTest, openBench, part, test } from './help'

const fact = (page: Page, name: string) => page.getByRole('region', { name: 'Answer' }).locator(`dt:has-text("${name}") + dd`)
async function openPattern(page: Page) {
  await page.goto('/pattern')
  await expect(fact(page, 'Openings')).toBeVisible()
}
async function bring(page: Page, name: string, text: string | Uint8Array) {
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Bring in a drawing' }).first().click(),
  ])
  await chooser.setFiles({ name, mimeType: 'image/svg+xml', buffer: Buffer.from(text) })
}
async function download(page: Page, button: string) {
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: button, exact: true }).click()])
  return readFileSync((await file.path())!)
}
const svg = (body: string, head = 'width="80mm" height="60mm" viewBox="0 0 80 60"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${head}><g fill="none" stroke="#000">${body}</g></svg>`

test('from a drawing to a finished run and the log', async ({ page }) => {
  test.slow()
  await openPattern(page)
  await expect(fact(page, 'Openings')).toHaveText('37, then the outline')
  // a drawing of one's own speaks to the ticket
  await bring(
    page,
    'leaf-panel.svg',
    svg(
      '<rect width="80" height="60"/><circle cx="20" cy="20" r="9"/><rect x="40" y="12" width="24" height="14" rx="2.9"/><circle cx="20" cy="42.5" r="9"/>',
    ),
  )
  await expect(fact(page, 'Openings')).toHaveText('3, then the outline')
  await expect(fact(page, 'Tightest curve')).toHaveText('2.9 mm')
  await expect(fact(page, 'Narrowest web')).toHaveText('4.5 mm')
  await expect(part(page, 'Cut')).toContainText('R 2.9, webs 4.5 mm')
  // a blade change reckons the pattern anew
  const before = await fact(page, 'Drill').textContent()
  for (let i = 0; i < 8; i++) await page.keyboard.press(']')
  await expect(page.getByText(/rounds .* (at best|freely)/)).toBeVisible()
  await expect(fact(page, 'Drill')).not.toHaveText(before!)
  await page.getByRole('button', { name: /^Take No\. [2-8] reverse-skip/ }).click()
  await expect(page.getByText(/rounds .* (at best|freely)/)).toBeHidden()

  // by keyboard on the sheet: the first opening, its hole moved, turned round, put back
  const sheet = page.getByRole('application')
  await sheet.focus()
  await page.keyboard.press('n')
  const card = page.getByRole('region', { name: 'Opening 1' })
  await expect(card).toContainText('of sawing')
  const hole = await card.getByText('largest that fits').textContent()
  await sheet.focus()
  // pressed faster than the pattern is calculated anew: none of the presses is lost
  const at = () => page.locator('[data-hole]').evaluate((e) => Number(e.getAttribute('cx')))
  const from = await at()
  for (let i = 0; i < 4; i++) await page.keyboard.press('Shift+ArrowRight')
  await expect(card.getByText('largest that fits')).not.toHaveText(hole!)
  await expect.poll(at).toBeCloseTo(from + 0.4, 3)
  await card.getByRole('button', { name: 'Put it back' }).click()
  await expect(card.getByText('largest that fits')).toHaveText(hole!)
  const way = (await card.getByText('The cut runs').textContent())!.includes('counterclockwise')
  await card.getByRole('button', { name: 'Turn round' }).click()
  await expect(card.getByText('The cut runs')).toContainText(way ? /runs clockwise/ : /counterclockwise/)

  // the order by hand shows its cost, and undo takes it back
  await page.getByRole('tab', { name: 'Order' }).click()
  await page.getByRole('button', { name: /^Later/ }).click()
  await expect(page.getByRole('heading', { name: /^Your order costs/ })).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('heading', { name: 'Suggested order' })).toBeVisible()

  // what goes out: pages at true scale, drawings that come in again at their size
  await page.getByRole('button', { name: 'Print and save' }).click()
  const pdf = (await download(page, 'Save pages (PDF)')).toString('latin1')
  expect(pdf).toMatch(/MediaBox\s*\[0 0 595\.2\d* 841\.8\d*\]/)
  await page.getByRole('button', { name: 'Print and save' }).click()
  const out = (await download(page, 'DXF')).toString()
  for (const layer of ['board', 'line', 'cut', 'holes', 'order']) expect(out).toContain(layer)
  await page.getByRole('button', { name: 'Print and save' }).click()
  expect((await download(page, 'SVG')).toString()).toContain('width="100mm" height="80mm"')
  await page.getByRole('button', { name: 'Print and save' }).click()
  expect((await download(page, 'CSV')).toString().split('\n')).toHaveLength(5)

  // at the saw
  await page.getByRole('link', { name: 'Run it' }).click()
  await expect(page.getByText(/^Drill holes, 3 ×/)).toBeVisible()
  await page.getByRole('button', { name: /^Start/ }).click()
  await expect(page.getByRole('heading', { name: 'Opening 1' })).toBeVisible()
  await page.keyboard.press('PageDown')
  await expect(page.getByText('Look at clamps and tension.')).toBeVisible()
  await page.keyboard.press('PageDown')
  await expect(page.getByRole('heading', { name: 'Opening 2' })).toBeVisible()
  await page.getByRole('button', { name: 'Broke' }).click()
  await kept(page)
  await page.reload()
  await expect(page.getByRole('heading', { name: 'Opening 2' })).toBeVisible()
  await page.keyboard.press('PageUp')
  await expect(page.getByRole('heading', { name: 'Opening 1' })).toBeVisible()
  for (let i = 0; i < 12 && !(await page.getByRole('heading', { name: 'All sawn' }).isVisible()); i++) {
    await page.keyboard.press('PageDown')
    await page.waitForTimeout(120)
  }
  await expect(page.getByRole('heading', { name: 'All sawn' })).toBeVisible()
  await expect(page.getByText('2 blades used', { exact: false })).toBeVisible()
  await page.getByRole('button', { name: 'Write it to the log' }).click()
  await page.getByRole('dialog').getByLabel('Note').fill('first run')
  await page.getByRole('dialog').getByRole('button', { name: 'Write to the log' }).click()
  await page.getByRole('button', { name: 'See the log' }).click()
  await page.getByLabel('Search the log').fill('first run')
  await expect(page.getByRole('row', { name: /first run/ })).toContainText('broke')
})

/** Drill and strokes before a run; its minutes go by what each device's own cuts have taught. */
async function named(page: Page) {
  await expect(page.getByRole('button', { name: /^Start/ })).toBeVisible()
  const value = (name: string) => page.locator(`[data-figure=${name}]`).first().getAttribute('data-value')
  return { drill: await value('drill'), strokes: await value('strokes') }
}
test('laptop to phone and back: a code, the run, the log, merged', async ({ page, browser }) => {
  await openPattern(page)
  await page.getByRole('link', { name: 'Run it' }).click()
  const told = await named(page)
  await page.getByRole('button', { name: 'To or from another device' }).click()
  await page.getByRole('button', { name: 'Leave it under a code' }).click()
  const code = (await page.getByLabel('Code', { exact: true }).textContent())!
  expect(code).toMatch(/^[A-Z0-9]{8}$/)
  await expect(page.getByRole('img', { name: /QR picture/ })).toBeVisible()

  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage()
  const said = listen(phone)
  await phone.route('**/start.json', (route) => route.fulfill({ json: { demo: false, reach: [] } }))
  await phone.goto(`/pick/${code}`)
  await expect(phone.getByText('Tide dial is here now.')).toBeVisible()
  expect(await named(phone)).toEqual(told)
  await phone.getByRole('button', { name: /^Start/ }).click()
  await phone.getByRole('button', { name: /^Done, next/ }).click()
  await expect(phone.getByRole('heading', { name: /Opening [12]/ })).toBeVisible()
  expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  await phone.getByRole('button', { name: 'To or from another device' }).click()
  await phone.getByRole('button', { name: 'Bring run and log back' }).click()
  await expect(phone.getByText('It waits at the server', { exact: false })).toBeVisible()
  expect(said).toEqual([])

  await page.getByRole('button', { name: 'Fetch what came back' }).click()
  await expect(page.getByText(/Merged: 2 new steps/)).toBeVisible()
  await expect(page.getByText(/of 38/)).toBeVisible()
  // an unknown code, and the file way
  await page.getByRole('button', { name: 'To or from another device' }).click()
  const file = await download(page, 'Save')
  expect([file[0], file[1]]).toEqual([0x1f, 0x8b])
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), page.getByRole('button', { name: 'Read', exact: true }).click()])
  await chooser.setFiles({ name: 'broken.gz', mimeType: 'application/gzip', buffer: file.subarray(0, 200) })
  await expect(page.getByRole('alert')).toContainText('cannot be unpacked')
  await phone.context().close()
})

test('hostile and broken drawings are refused with their reason; size is asked where a file is silent; nothing stored is lost', async ({
  page,
}) => {
  await openPattern(page)
  await bring(page, 'broken.svg', '<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0h9"></svg>')
  await expect(page.getByText(/broken\.svg: The file is not well-formed.*line 1.*Nothing was changed/)).toBeVisible()
  await bring(page, 'text.dxf', 'this is no drawing')
  await expect(page.getByText(/This is not a DXF drawing/)).toBeVisible()
  const bomb = Array.from(
    { length: 14 },
    (_, i) => `<g id="b${i}">${`<use href="#b${i - 1}"/>`.repeat(i ? 10 : 0)}<path d="M0 0h1v1z"/></g>`,
  ).join('')
  await bring(page, 'bomb.svg', svg(bomb))
  await expect(page.getByText(/Repeated uses multiply/)).toBeVisible()
  await expect(fact(page, 'Openings')).toHaveText('37, then the outline')

  await bring(
    page,
    'silent.svg',
    svg(
      '<rect width="400" height="300"/><path d="M60 60h90v90h-89v-89"/><script>document.title="owned"</script><image href="http://127.0.0.1:9/x.png"/>',
      'viewBox="0 0 400 300"',
    ),
  )
  await expect(page.getByText('This file does not say its size', { exact: false })).toBeVisible()
  await expect(page).not.toHaveTitle('owned')
  // its opening does not close within a tenth; the remedy joins it
  await page.getByRole('button', { name: /^Join ends up to/ }).click()
  await expect(fact(page, 'Openings')).toHaveText('1, then the outline')
  await page.getByRole('button', { name: 'Say its size' }).click()
  await page.getByLabel('Width of one').fill('100')
  await expect(page.getByText('100 × 75 mm', { exact: false })).toBeVisible()
  // two clicks on a known distance
  await page.getByLabel('Or a distance you know').fill('50')
  const box = (await page.getByRole('application').boundingBox())!
  await page.mouse.click(box.x + 200, box.y + 200)
  await page.mouse.click(box.x + 400, box.y + 200)
  await expect(page.getByText('100 × 75 mm', { exact: false })).toBeHidden()
  await page.keyboard.press('Control+z')
  await expect(page.getByText('100 × 75 mm', { exact: false })).toBeVisible()
  await kept(page)
  await page.reload()
  await expect(page.getByText('100 × 75 mm', { exact: false })).toBeVisible()
  await page.getByRole('tab', { name: 'Answer' }).click()
  await expect(fact(page, 'Openings')).toHaveText('1, then the outline')
  await openBench(page)
  await kept(page)
})

test('clip-art: read as its whole shape, otherwise by one press or key, its islands bridged, kept over a reload', async ({ page }) => {
  await openPattern(page)
  const owl =
    '<rect width="200" height="200" fill="#fdf6e3"/><ellipse cx="100" cy="110" rx="60" ry="70" fill="#7a4a1e"/>' +
    '<circle cx="100" cy="60" r="45" fill="#a5672a"/><circle cx="85" cy="55" r="16" fill="white"/><circle cx="85" cy="55" r="7"/>'
  await bring(page, 'owl.svg', `<svg xmlns="http://www.w3.org/2000/svg" width="200mm" height="200mm" viewBox="0 0 200 200">${owl}</svg>`)
  await expect(fact(page, 'Outlines')).toHaveText('1')
  await expect(page.getByText('A rectangle as large as the page is left out.')).toBeVisible()
  const chosen = page.getByRole('radio', { checked: true })
  await expect(chosen).toHaveText(/^Whole shape\s*1 piece$/)
  await chosen.focus()
  await page.keyboard.press('ArrowRight')
  await expect(chosen).toHaveText(/^Dark stays/)
  await expect(fact(page, 'Openings')).toHaveText('1, then the outline')
  await expect(page.getByRole('button', { name: 'An island will fall' })).toBeVisible()
  await page.getByRole('button', { name: /^Hold it by a bridge of/ }).click()
  await expect(page.getByRole('button', { name: 'An island will fall' })).toBeHidden()
  await expect(fact(page, 'Openings')).toHaveText('1, then the outline')
  await kept(page)
  await page.reload()
  await expect(fact(page, 'Openings')).toHaveText('1, then the outline')
  await expect(page.getByRole('button', { name: 'An island will fall' })).toBeHidden()
  await page.getByRole('tab', { name: 'Drawing' }).click()
  await page.getByRole('button', { name: 'As drawn' }).click()
  await page.getByRole('tab', { name: 'Answer' }).click()
  await expect(page.getByRole('button', { name: 'An island will fall' })).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('button', { name: 'An island will fall' })).toBeHidden()
})

test('a puzzle comes apart piece by piece: each from the edge of what is left, a shared line once, by keyboard and over a reload', async ({
  page,
}) => {
  await openPattern(page)
  const lines =
    '<rect x="0" y="0" width="120" height="80"/><path d="M40 0C34 30 46 50 40 80M80 0C86 30 74 50 80 80M0 40C30 46 90 34 120 40"/>'
  await bring(page, 'puzzle.svg', svg(lines, 'width="130mm" height="90mm" viewBox="-5 -5 130 90"'))
  await expect(fact(page, 'Pieces')).toHaveText('6')
  // the frame, two lines down and one across, each once
  const length = Number((await fact(page, 'Length of cut').textContent())!.replace(/[^\d.]/g, ''))
  expect(length).toBeGreaterThan(400 + 160 + 120)
  expect(length).toBeLessThan(400 + 160 + 120 + 10)
  await page.getByRole('tab', { name: 'Order' }).click()
  await expect(page.getByRole('heading', { name: 'One piece after another' })).toBeVisible()
  const order = page.getByRole('listbox', { name: 'Pieces in the order they come off' })
  await expect(order.getByRole('option')).toHaveCount(6)
  await expect(order.getByText(/^\d+ % sawn before$/)).toHaveCount(5)
  await page.getByRole('link', { name: 'Run it' }).click()
  await page.getByRole('button', { name: 'Start: piece 1' }).click()
  await expect(page.getByText(/^Enter from the edge, run/)).toBeVisible()
  await page.keyboard.press('PageDown')
  await expect(page.getByRole('heading', { name: 'Piece 2' })).toBeVisible()
  await expect(page.getByText(/^Begin where the last piece came off/)).toBeVisible()
  await expect(page.getByText(/% of its line is sawn already; the rest frees it\.$/)).toBeVisible()
  await kept(page)
  await page.reload()
  await expect(page.getByRole('heading', { name: 'Piece 2' })).toBeVisible()
  for (let i = 0; i < 8 && !(await page.getByRole('heading', { name: 'All sawn' }).isVisible()); i++) {
    await page.keyboard.press('PageDown')
    await page.waitForTimeout(120)
  }
  await expect(page.getByRole('heading', { name: 'All sawn' })).toBeVisible()
})

test('the fewest redraws: shown, made, undone', async ({ page }) => {
  await page.goto('/jobs')
  await page.getByRole('button', { name: 'Tide dial, a petal too tight', exact: true }).click()
  await page.getByRole('link', { name: 'Pattern' }).click()
  await expect(fact(page, 'Tightest curve')).toHaveText('1.1 mm')
  const seek = page.getByRole('button', { name: /^What redrawing would let No\. 9/ })
  await seek.press('Enter')
  await expect(page.getByText(/^Round one place by 0\.\d+ mm, and No\. 9 reverse-skip cuts all of it\.$/)).toBeVisible()
  await page.getByRole('button', { name: 'Redraw place 1' }).press('Enter')
  await expect(fact(page, 'Tightest curve')).toHaveText('1.8 mm')
  await expect(seek).toBeHidden()
  await page.keyboard.press('Control+z')
  await expect(seek).toBeVisible()
  await expect(fact(page, 'Tightest curve')).toHaveText('1.1 mm')
})

test('a page of a PDF at its true size; locked, broken and scanned ones and other files are refused by what they are', async ({ page }) => {
  await openPattern(page)
  const printed = (draw: (doc: jsPDF) => void, options: object = {}) => {
    const doc = new jsPDF({ unit: 'mm', format: 'a4', ...options })
    draw(doc)
    return new Uint8Array(doc.output('arraybuffer'))
  }
  const panel = (doc: jsPDF) => doc.rect(20, 30, 120, 80).circle(60, 70, 20).rect(100, 60, 15, 20, 'F')
  await bring(
    page,
    'panel.pdf',
    printed((doc) => panel(doc.text('Read this first', 20, 20).addPage())),
  )
  await expect(page.getByRole('button', { name: 'Page 1' })).toBeDisabled()
  await page.getByRole('button', { name: 'Page 2' }).press('Enter')
  await expect(fact(page, 'Openings')).toHaveText('2, then the outline')
  await expect(page.getByText('120 × 80 mm', { exact: false })).toBeVisible()
  await kept(page)
  // what cannot be taken says what it is, and changes nothing
  const png = PNG.sync.write(new PNG({ width: 8, height: 8 }))
  const refused: [string, string | Uint8Array, RegExp][] = [
    [
      'locked.pdf',
      printed(panel, { encryption: { userPassword: 'a', ownerPassword: 'b', userPermissions: [] } }),
      /locked with a password/,
    ],
    ['broken.pdf', '%PDF-1.7\nand then nothing of one', /This PDF is broken/],
    ['scan.pdf', printed((doc) => void doc.addImage(png, 'PNG', 10, 10, 100, 100)), /This page is a picture of a drawing/],
    ['empty.svg', '', /the file is empty/],
    ['old.eps', '%!PS-Adobe-3.0 EPSF-3.0', /EPS or PostScript/],
    ['page.svg', '<!doctype html><html>', /a web page, not a drawing/],
  ]
  for (const [name, data, why] of refused) {
    await bring(page, name, data)
    await expect(page.getByText(why)).toBeVisible()
  }
  await expect(fact(page, 'Openings')).toHaveText('2, then the outline')
})

test('a photograph of a paper pattern, taken aslant, to a finished run at a phone’s width', async ({ page, context }) => {
  test.slow()
  const table = await context.newPage()
  await table.setViewportSize({ width: 1000, height: 1300 })
  await table.setContent(
    '<body style="margin:0;background:#55483a"><div style="perspective:2000px;padding:90px 110px"><svg style="transform:rotateX(11deg) rotateZ(-4deg);background:linear-gradient(100deg,#fff,#cfc9bd)" viewBox="0 0 210 297" width="760">' +
      '<g fill="none" stroke="#222" stroke-width=".7"><rect x="30" y="40" width="120" height="80" rx="9"/><circle cx="60" cy="80" r="14"/><rect x="90" y="65" width="40" height="30" rx="6"/></g></svg></div></body>',
  )
  const photo = await table.screenshot({ type: 'jpeg', quality: 60 })
  await table.close()
  await page.setViewportSize({ width: 390, height: 844 })
  await openPattern(page)
  await bring(page, 'broken.png', Buffer.from('\x89PNG\r\n\x1a\n and no more', 'latin1'))
  await expect(page.getByText(/This picture is broken/)).toBeVisible()
  await bring(page, 'photo.jpg', photo)
  await expect(page.getByRole('heading', { name: '3 drawn shapes found in photo.jpg' })).toBeVisible()
  await expect(page.getByText('edges of the paper found', { exact: false })).toBeVisible()
  // a corner by keyboard, a size in other paper and back, no ink at all and back
  await page.getByRole('button', { name: /^Upper left corner/ }).press('ArrowRight')
  await page.getByLabel('It shows').selectOption('Letter sheet')
  await expect(page.getByText(/12[0-9](\.\d)? × 7[0-9]/)).toBeVisible()
  await page.getByLabel('It shows').selectOption('A4 sheet')
  await page.getByLabel('Smallest spot').fill('12')
  await expect(page.getByRole('heading', { name: '3 drawn shapes found in photo.jpg' })).toBeVisible()
  await expect(page.getByText(/1(19\.[5-9]|20(\.[0-5])?) × (79\.[6-9]|80(\.[0-4])?) mm/)).toBeVisible()
  await page.getByRole('button', { name: 'Take these lines' }).click()
  await expect(fact(page, 'Openings')).toHaveText('2, then the outline')
  await kept(page)
  await page.reload()
  await expect(fact(page, 'Openings')).toHaveText('2, then the outline')
  await page.getByRole('link', { name: 'Run it' }).click()
  await page.getByRole('button', { name: /^Start/ }).click()
  await expect(page.getByText(/1 of 3/)).toBeVisible()
  // a look at clamps and tension comes between
  const sawn = page.getByRole('heading', { name: 'All sawn' })
  await expect(async () => {
    await page.keyboard.press(' ')
    await expect(sawn).toBeVisible({ timeout: 400 })
  }).toPass()
  await expect(page.getByRole('button', { name: 'Write it to the log' })).toBeVisible()
})

test('a name plate: joined letters and pierced ones, sized for the stock, in inches, to the pattern', async ({ page }) => {
  await openPattern(page)
  await page.getByRole('button', { name: 'Letters' }).click()
  const head = page.getByRole('heading', { name: /^\d+ × \d+ mm/ })
  await expect(head).toBeVisible()
  await page.getByRole('textbox', { name: 'Word' }).fill('Tide Bay')
  await expect(page.getByRole('heading', { name: /held by (one|\d) bridges?$/ })).toBeVisible()
  await page.getByRole('textbox', { name: 'Word' }).fill('海')
  await expect(page.getByText('This face has no “海”.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Take these letters' })).toBeDisabled()
  await page.getByRole('textbox', { name: 'Word' }).fill('Oar')
  await page.getByLabel('Height of a capital').fill('1 1/2in')
  await page.getByRole('combobox', { name: 'Letters' }).selectOption('Cut out of a panel')
  await expect(page.getByRole('heading', { name: /held by \d bridges$/ })).toBeVisible()
  // the drawing that was there stays with its own job
  await page.getByRole('button', { name: 'Take these letters, as a job of their own' }).press('Enter')
  await expect(page.locator('.bar b')).toHaveText('Oar')
  await expect(fact(page, 'Openings')).toHaveText(/^[4-6], then the outline$/)
  await expect(page.getByRole('button', { name: /island/ })).toHaveCount(0)
  await kept(page)
  await page.reload()
  await expect(fact(page, 'Openings')).toHaveText(/^[4-6], then the outline$/)
  await page.keyboard.press('u')
  await expect(page.getByText(/″ × .*″, line left/)).toBeVisible()
})

goneTest('in inches, from a DXF, with the server stopped: size, copies, another blade, fit, slices, a run', async ({ page }) => {
  await page.getByRole('link', { name: 'Jobs' }).click()
  await page.getByRole('button', { name: 'Dinghy-curve bracket', exact: true }).click()
  await page.keyboard.press('u')
  await page.getByRole('link', { name: 'Pattern' }).click()
  await expect(fact(page, 'Openings')).toHaveText('3, then the outline')
  await expect(fact(page, 'Tightest curve')).toContainText('″')
  await page.getByRole('combobox', { name: 'Against' }).selectOption({ index: 2 })
  await expect(page.getByText(/in all \(saw .*\), against/)).toBeVisible()
  await page.getByRole('tab', { name: 'Drawing' }).click()
  await page.getByLabel('Across').fill('2')
  await page.getByLabel('An hour').fill('30')
  await page.getByRole('tab', { name: 'Answer' }).click()
  await expect(fact(page, 'Openings')).toHaveText('6, then the 2 outlines')
  await expect(fact(page, 'Price at your rates')).toBeVisible()
  await page.getByRole('tab', { name: 'Fit' }).click()
  await expect(page.getByRole('heading', { name: /^A gap of .*″ all round/ })).toBeVisible()
  await page.getByLabel('Slice wanted').fill('1/8')
  await expect(page.getByRole('heading', { name: /slices of .*″ from a piece/ })).toBeVisible()
  await page.getByRole('button', { name: 'Put these cuts on the ticket' }).press('Enter')
  await expect(part(page, 'Cut')).toContainText('Straight')
  await page.getByLabel('Off the line by').fill('1/64')
  await expect(page.getByRole('heading', { name: /^Does this slip matter\?/ })).toBeVisible()
  await page.getByRole('link', { name: 'Run it' }).click()
  await page.getByRole('button', { name: /^Start/ }).click()
  await page.keyboard.press(' ')
  await page.getByRole('button', { name: 'To or from another device' }).click()
  await expect(page.getByText('The server cannot be reached from here', { exact: false })).toBeVisible()
  const file = await download(page, 'Save')
  expect(file.length).toBeGreaterThan(500)
  await page.getByRole('button', { name: 'Close' }).click()
  await kept(page)
  await page.reload()
  await expect(page.getByText(/[12] of 8/)).toBeVisible()
})
