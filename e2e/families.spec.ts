import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { expect, goneTest, kept, openJob, part, pickMaterial, ranked, test } from './help'

const close = (page: Page) => page.keyboard.press('Escape')

test('brackets by jigsaw: another face shows, an opening in a panel, another kind of saw, the card', async ({ page }) => {
  await openJob(page, 'Dinghy-curve brackets, outlines')
  await expect(part(page, 'Blade')).toContainText(/TPI/)
  await expect(part(page, 'Orbit')).toContainText('none')
  await expect(part(page, 'Teeth and face')).toContainText('show face down')
  const before = await ranked(page).first().getByRole('button').first().textContent()

  // the show face must lie up: the schools are laid side by side, and other teeth come first
  await page.keyboard.press('7')
  await page.getByText(/^Show face up/).click()
  await close(page)
  await expect(part(page, 'Teeth and face')).toContainText('show face up')
  await expect(ranked(page).first().getByRole('button').first()).not.toHaveText(before!)
  await expect(part(page, 'Teeth and face')).toContainText(/Teeth (down|both ways)/)
  // taping the line is kept too, through undo and a reload
  await page.keyboard.press('7')
  await page.getByText(/^Up, scored and taped/).click()
  await close(page)
  await expect(page.getByText('scored and taped', { exact: false }).first()).toBeVisible()
  await kept(page)
  await page.reload()
  await expect(part(page, 'Teeth and face')).toContainText('show face up')
  await page.keyboard.press('Control+z')

  // more orbit than suits is said
  await page.keyboard.press('5')
  await page.getByRole('button', { name: /^beyond a limit: ?Step 2|Step 2/ }).click()
  await close(page)
  await expect(part(page, 'Orbit')).toContainText('2 of 3')
  await page.keyboard.press('5')
  await page.getByRole('button', { name: 'Back to the suggested' }).click()
  await close(page)

  // pierced: an opening, by every school, with holes as this blade and these drills want them
  await page.keyboard.press('2')
  await page.getByText('Pierced', { exact: true }).click()
  await close(page)
  const opening = page.getByRole('region', { name: /an opening of/ })
  await opening.getByLabel('Wide').fill('180')
  await expect(opening.getByText(/Four holes of .* touching the lines/)).toBeVisible()
  await opening.getByRole('button', { name: /Plunge cut, no hole/ }).click()
  await expect(opening.getByText(/practiced hand/)).toBeVisible()

  await page.getByRole('button', { name: 'This cut with another kind of saw' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByRole('heading', { level: 2 })).toContainText(/soonest done|will do this cut/)
  await expect(dialog.getByRole('listitem').filter({ hasText: 'Hand saw' })).toContainText('It cannot follow that curve')
  await dialog.getByRole('listitem').filter({ hasText: 'Coping saw' }).getByRole('button', { name: 'Take it' }).click()
  await expect(part(page, 'Tension')).toContainText('not heard')
  await page.keyboard.press('Control+z')
  await expect(part(page, 'Orbit')).toBeVisible()
  await page.keyboard.press('p')
  const [card] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Save the card (PDF)' }).click()])
  expect(
    readFileSync((await card.path())!)
      .toString('latin1')
      .match(/\/Type\s*\/Page\b/g),
  ).toHaveLength(1)
})

test('a bracket drawing by jigsaw: how the board is held, what is sawn beside the line, in the run too', async ({ page }) => {
  await openJob(page, 'Dinghy-curve brackets, outlines')
  await page.getByRole('link', { name: 'Pattern', exact: true }).click()
  await page.getByRole('button', { name: 'Dinghy-curve bracket', exact: true }).click()
  await expect(page.getByText('3, then the outline')).toBeVisible()
  // what this saw cannot do is said first; how often the board moves is told with the rest
  await expect(page.getByText(/curves? (of|down to) 4 mm/)).toBeVisible()
  const held = page.getByRole('button', { name: /The board is held \d+ times/ })
  await expect(held).toBeVisible()
  const sheet = page.getByRole('application')
  await sheet.focus()
  for (let i = 0; i < 4; i++) await page.keyboard.press('n')
  await expect(page.getByRole('heading', { name: 'The outline' })).toBeVisible()
  await expect(page.getByText(/Hold it by its \w+ side, then by its \w+ side/)).toBeVisible()
  await expect(page.getByText(/run out over the edge and in again/)).toBeVisible()
  // the other way round moves the clamps elsewhere; undone, it is as before
  const holds = await page.getByText(/^Hold it by/).textContent()
  await page.getByRole('button', { name: 'Turn round' }).click()
  await expect(page.getByText('counterclockwise')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText(holds!)).toBeVisible()
  // at the saw it is said again
  await page.getByRole('link', { name: 'Run it' }).click()
  await page.getByRole('button', { name: /Begin|Start/ }).click()
  await expect(page.getByText(/^Hold it (by|on)/)).toBeVisible()
})

goneTest(
  'aluminum sheet by jigsaw, in inches and with the server stopped: fine teeth, wax; thinner wants a backer; logged',
  async ({ page }) => {
    await page.getByRole('link', { name: 'Jobs' }).click()
    await page.getByRole('button', { name: 'Dinghy-curve brackets, outlines', exact: true }).click()
    await expect(part(page, 'Saw')).toContainText('Jigsaw')
    await page.keyboard.press('u')
    await page.keyboard.press('1')
    await pickMaterial(page, 'Aluminum')
    await page.getByLabel('Thickness').fill('0.08')
    await close(page)
    await page.keyboard.press('2')
    await page.getByLabel('Tightest drawn curve').fill('1 5/8')
    await close(page)
    await expect(part(page, 'Stock')).toContainText('″')
    await expect(part(page, 'Blade')).toContainText(/(24|32) TPI/)
    await expect(part(page, 'Orbit')).toContainText('metal is cut straight')
    await expect(page.getByRole('list').filter({ hasText: 'wax' }).first()).toBeVisible()
    await page.keyboard.press('1')
    await page.getByLabel('Thickness').fill('0.02')
    await close(page)
    await expect(page.getByRole('heading', { name: 'No blade for this saw will do this cut' })).toBeVisible()
    await page.getByRole('button', { name: /^Clamp a .* backer under it/ }).click()
    await expect(ranked(page).first()).toBeVisible()
    await page.keyboard.press('l')
    await page.getByRole('dialog').getByLabel('Note').fill('nameplate')
    await page.getByRole('button', { name: 'Write to the log' }).click()
    await page.getByRole('link', { name: 'Log' }).click()
    await page.getByLabel('Search the log').fill('nameplate')
    await expect(page.getByRole('row', { name: /nameplate/ })).toContainText(/TPI/)
  },
)

test('a coped molding: the frame meets the board until the blade is turned, both ends alike', async ({ page }) => {
  await openJob(page, 'Harbor-rail molding, coped')
  // the rail is narrow enough for the frame; a wider one is not
  await expect(page.getByRole('img', { name: 'The frame passes the board' })).toBeVisible()
  await page.keyboard.press('2')
  await page.getByRole('button', { name: /^More center in/ }).click()
  await page.getByLabel('Edge behind the blade, at the deepest').fill('160')
  await close(page)
  await expect(part(page, 'Saw')).toContainText(/its frame meets the board; turn the blade 30°/)
  await expect(page.getByRole('img', { name: 'The frame meets the board' })).toBeVisible()
  await page.getByRole('button', { name: 'Turn the blade 30° in its frame' }).click()
  await expect(page.getByRole('img', { name: 'The frame passes the board' })).toBeVisible()
  await expect(part(page, 'Saw')).toContainText('blade turned 30°')
  await expect(page.getByText('30° in its frame, both ends alike')).toBeVisible()
  await expect(ranked(page).first()).toBeVisible()
  // a place too far from every edge is out of reach however it is turned
  await page.keyboard.press('2')
  await page.getByLabel('Edge to its nearer side').fill('150')
  await close(page)
  await expect(page.getByRole('heading', { name: 'No blade for this saw will do this cut' })).toBeVisible()
  await page.keyboard.press('Control+z')
  await page.keyboard.press('7')
  await page.getByText(/^Away: push/).click()
  await close(page)
  await expect(part(page, 'Teeth and face')).toContainText('cuts on the push')
})

test('dovetails from dimensions to the printed sheet; broken figures are named and keep what was there', async ({ page }, info) => {
  await openJob(page, 'Pear tea caddy, dovetails')
  await expect(part(page, 'Stroke')).toContainText('a cut')
  await page.getByRole('link', { name: 'Joints' }).click()
  await expect(page.getByRole('heading', { name: 'Four tails at 1 : 7, a 6.2 mm half pin at each edge' })).toBeVisible()
  const face = page.getByRole('img', { name: 'Face of the tail board' })
  for (const mark of ['6.2', '23.1', '27.1', '85.8']) await expect(face.getByText(mark, { exact: true })).toBeVisible()

  const set = async (label: string, value: string) => {
    await page.getByLabel(label, { exact: true }).fill(value)
    await page.getByLabel(label, { exact: true }).press('Enter')
  }
  await set('Width', '5 1/2in')
  await set('Tails', '6')
  await expect(page.getByRole('heading', { name: /^Six tails at 1 : 7/ })).toBeVisible()
  await expect(page.getByText(/; 104 cuts, /)).toBeVisible()
  await set('Narrow pin', '0.3')
  await expect(page.getByText(/narrower than the .* kerf beside it/)).toBeVisible()
  await page.keyboard.press('Escape')
  await set('Narrow pin', 'wide')
  await expect(page.getByLabel('Narrow pin', { exact: true })).toHaveAttribute('aria-invalid', 'true')
  await set('Narrow pin', '5')
  await set('Slope, 1 :', '4')
  await expect(page.getByText(/leaves short grain/)).toBeVisible()
  await set('Slope, 1 :', '8')
  await expect(page.getByText(/tilted 7\.1° in the vise/)).toBeVisible()
  await set('Lap', '3')
  await expect(page.getByText(/half blind behind a 3 mm lap/)).toBeVisible()
  await expect(page.getByText('Sockets, the corner only.')).toBeVisible()

  // a saw of one's own, its kerf as a cut in scrap showed it
  await page.getByRole('combobox', { name: /^Saw/ }).selectOption({ label: 'Dovetail saw, coarse, 15 PPI' })
  await set('Kerf', '0.7')
  await expect(page.getByText('in pear, as set')).toBeVisible()
  await kept(page)
  await page.reload()
  await expect(page.getByRole('heading', { name: /^Six tails at 1 : 8/ })).toBeVisible()
  await expect(page.getByLabel('Kerf', { exact: true })).toHaveValue(/0\.7/)

  const save = async (button: string) => {
    await page.getByRole('button', { name: 'Print or export' }).click()
    const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: button }).click()])
    await file.saveAs(info.outputPath(button.slice(0, 3)))
    return readFileSync(info.outputPath(button.slice(0, 3))).toString('latin1')
  }
  expect(await save('SVG, full size')).toContain('width="139.7mm"')
  expect(await save('DXF, full size')).toMatch(/knife[\s\S]*EOF/)
  expect(await save('Save the sheet as PDF')).toMatch(/^%PDF[\s\S]*MediaBox\s*\[0 0 595\.2/)
})

test('every other joint is laid out, its bench aids cut, and one of its cuts goes to the Bench', async ({ page }) => {
  await page.goto('/joints')
  const kind = page.getByRole('combobox', { name: /^Joint/ })
  for (const [k, heading] of [
    ['tenon', /^A 7 mm tenon 40 mm long, 6.5 mm off each cheek/],
    ['housing', /^A housing 18 mm wide and 6 mm deep/],
    ['half-lap', /^Half of 20 mm out of each piece/],
    ['mitre', /^Six sides splayed 10° from upright: miter 5.7°, blade tilted 29.5°/],
    ['cope', /^Follow the profile, back-cut 5°/],
    ['flush', /^Eight dowels of 6 mm trimmed flush/],
    ['veneer', /^0.6 mm veneer across the grain/],
    ['board', /^Crosscut a board 150 mm wide/],
  ] as const) {
    await kind.selectOption(k)
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(heading)
    await expect(page.getByRole('img').first()).toBeVisible()
  }
  // a moulding's own profile, drawn elsewhere; a broken file says so and changes nothing
  await kind.selectOption('cope')
  const give = async (name: string, text: string) => {
    const [chooser] = await Promise.all([
      page.waitForEvent('filechooser'),
      page.getByRole('button', { name: 'Profile from a drawing' }).click(),
    ])
    await chooser.setFiles({ name, mimeType: 'image/svg+xml', buffer: Buffer.from(text) })
  }
  await give('cut-off.svg', '<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0')
  await expect(
    page
      .getByRole('alert')
      .or(page.getByRole('status'))
      .filter({ hasText: /cut-off|line|closed|end/i })
      .first(),
  ).toBeVisible()
  await expect(page.getByRole('combobox', { name: 'Profile', exact: true })).toHaveValue('ogee')
  await give(
    'rail.svg',
    '<svg xmlns="http://www.w3.org/2000/svg" width="30mm" height="60mm" viewBox="0 0 30 60"><path fill="none" stroke="black" d="M0 0H4C4 20 20 24 20 56H0Z"/></svg>',
  )
  await expect(page.getByRole('combobox', { name: 'Profile', exact: true })).toHaveValue('own')
  await expect(page.getByLabel('Height', { exact: true })).toHaveValue('56 mm')
  await expect(page.getByLabel('Stands out', { exact: true })).toHaveValue('20 mm')
  await page.getByLabel('Corner, degrees').fill('110')
  await page.getByLabel('Corner, degrees').press('Enter')
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/back-cut 25°/)
  await kind.selectOption('tenon')
  await expect(page.getByText('One fine crosscut saw for both.', { exact: false })).toBeVisible()
  await page.getByRole('button', { name: 'Bench aids' }).click()
  await page.getByRole('combobox', { name: 'Bench aid' }).selectOption('hook-pull')
  await expect(page.getByRole('row', { name: /^Stop, / }).or(page.getByRole('row', { name: /^Stop 1/ }))).toBeVisible()
  await page.getByRole('button', { name: 'Put this cut on the ticket' }).click()
  await page.getByRole('link', { name: 'To the Bench' }).click()
  await expect(part(page, 'Saw')).toContainText('Hand saws')
  await expect(part(page, 'Cut')).toContainText('along the grain')
  await expect(part(page, 'Stroke')).toContainText(/\d+ a cut/)
  await page.getByRole('link', { name: 'Listen' }).click()
  await expect(page.getByRole('heading', { name: 'Nothing to listen to' })).toBeVisible()
})

test('a joint run from its first cut to its last, by keyboard, over a reload, into the log', async ({ page }) => {
  await openJob(page, 'Pear tea caddy, dovetails')
  await page.getByRole('link', { name: 'Joints' }).click()
  for (const [label, value] of [
    ['Tails', '2'],
    ['Corners', '1'],
  ] as const) {
    await page.getByLabel(label, { exact: true }).fill(value)
    await page.getByLabel(label, { exact: true }).press('Enter')
  }
  await page.getByRole('button', { name: /^Saw it: \d+ cuts$/ }).press('Enter')
  await expect(page.getByRole('heading', { name: /^Tails: 1 of/ })).toBeVisible()
  await expect(page.getByText(/^Start with a few light strokes drawn back.* deep: about \d+ strokes?\.$/)).toBeVisible()
  await expect(page.getByText(/^Then look: Square across the end/)).toBeVisible()
  const said = page.getByText(/^\d+ of \d+, /)
  const all = Number(/of (\d+)/.exec((await said.textContent())!)![1])
  for (let i = 1; i < all; i++) {
    await page.keyboard.press(i % 2 ? ' ' : 'PageDown')
    await expect(said).toHaveText(new RegExp(`^${i + 1} of ${all},`))
    if (i === 3) {
      await page.keyboard.press('PageUp')
      await expect(said).toHaveText(new RegExp(`^3 of ${all},`))
      await kept(page)
      await page.reload()
      await expect(said).toHaveText(new RegExp(`^3 of ${all},`))
      await page.keyboard.press(' ')
    }
  }
  await expect(page.getByRole('heading', { name: 'Put together once' })).toBeVisible()
  await page.keyboard.press(' ')
  await expect(page.getByRole('heading', { name: 'All sawn' })).toBeVisible()
  await page.getByRole('button', { name: 'Write it to the log' }).press('Enter')
  await page.getByRole('button', { name: 'Write to the log' }).click()
  await expect(page.getByText('Written to the log.')).toBeVisible()
})

test('an opening in a panel and thin slices are run cut by cut, each in its drawing, and kept over a reload', async ({ page }) => {
  await openJob(page, 'Dinghy-curve brackets, outlines')
  await page.keyboard.press('2')
  await page.getByText('Pierced', { exact: true }).click()
  await close(page)
  const said = page.getByText(/^\d+ of \d+, /)
  await page
    .getByRole('region', { name: /an opening of/ })
    .getByRole('button', { name: 'Saw it, 4 cuts' })
    .press('Enter')
  await expect(page.getByRole('heading', { name: 'Mark and drill' })).toBeVisible()
  await page.keyboard.press(' ')
  await expect(page.getByRole('heading', { name: 'Far side' })).toBeVisible()
  await expect(page.getByText(/on the waste side\./)).toBeVisible()
  await kept(page)
  await page.reload()
  await expect(said).toHaveText(/^2 of 5/)
  for (let i = 3; i <= 5; i++) {
    await page.keyboard.press('PageDown')
    await expect(said).toHaveText(new RegExp(`^${i} of 5`))
  }
  await expect(page.getByText(/Screw or tape a batten over the waste first/)).toBeVisible()
  await page.keyboard.press(' ')
  await page.getByRole('button', { name: 'Write it to the log' }).press('Enter')
  await page.getByRole('button', { name: 'Write to the log' }).click()
  await expect(page.getByText('Written to the log.')).toBeVisible()

  await openJob(page, 'Dinghy-curve bracket')
  await page.getByRole('link', { name: 'Pattern' }).click()
  await page.getByRole('tab', { name: 'Fit' }).click()
  await page.getByRole('button', { name: 'Saw them one by one' }).press('Enter')
  await expect(page.getByRole('heading', { name: 'Lead test' })).toBeVisible()
  for (let i = 0; i < 2; i++) await page.keyboard.press(' ')
  await expect(page.getByRole('heading', { name: /^Slice 1 of \d+$/ })).toBeVisible()
  await expect(page.getByRole('img', { name: /The piece on its end: \d+ slices/ })).toBeVisible()
})
