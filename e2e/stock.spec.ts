/** Stock: a lot counted, kept and taken from; needs of the house; two machines side by side; an owner's word; a map that teaches its sheet. */
import { expect, test, type Page } from '@playwright/test'
import { demo, openEpisode, openMachine, signIn, write } from './people.ts'

test.describe.configure({ mode: 'serial' })
let rasmus: Page
let tag = ''
test.beforeAll(async ({ browser }) => {
  rasmus = await signIn(browser, 'rasmus')
})
test.afterAll(() => rasmus.context().close())

test('a lot is written down, counted, kept for a machine, and asks to be bought again', async () => {
  await rasmus.goto(`${demo()}/parts/lots`)
  await rasmus.getByRole('button', { name: 'Add counted stock' }).click()
  tag = (await rasmus.getByLabel('Tag of the bag').getAttribute('placeholder')) ?? ''
  await rasmus.getByLabel('Kind of each').fill('74LS244')
  await rasmus.getByLabel('How many').fill('10')
  await rasmus.getByLabel('Location').fill('drawer 12')
  await rasmus.getByLabel('All of them cost').fill('4.2.0')
  await rasmus.getByLabel(/Buy again when/).fill('5')
  await rasmus.getByRole('button', { name: 'Record the stock' }).click()
  await expect(rasmus.getByRole('alert')).toContainText('Write an amount such as 12.50')
  await rasmus.getByLabel('All of them cost').fill('4.20')
  await rasmus.getByRole('button', { name: 'Record the stock' }).click()
  const row = rasmus.getByRole('row', { name: new RegExp(`^${tag}`) })
  await expect(row).toContainText('10 in drawer 12')
  await row.getByRole('link').click()
  await rasmus.getByRole('button', { name: 'Count', exact: true }).click()
  await rasmus.getByLabel('Counted').fill('8')
  await rasmus.getByRole('button', { name: 'Record the change' }).click()
  await expect(rasmus.getByText('8 here')).toBeVisible()
  await rasmus.getByRole('button', { name: 'Reserve some for a machine' }).click()
  await rasmus.getByLabel('How many').fill('3')
  await rasmus.getByLabel(/Machine: type or scan/).fill('E2024-004')
  await rasmus.getByLabel('Position').selectOption('IC41')
  await rasmus.getByRole('button', { name: 'Record the change' }).click()
  await expect(rasmus.getByText(/3 of them reserved, 5 free/)).toBeVisible()
  await expect(rasmus.getByText('To be bought again: the level is 5.')).toBeVisible()
  await rasmus
    .getByRole('navigation', { name: 'Pages of Parts' })
    .getByRole('link', { name: 'Needs' })
    .click()
  await expect(
    rasmus.getByRole('listitem').filter({ hasText: `at its level: ${tag} 74LS244` }),
  ).toContainText('5 × 74LS244')
  const table = await rasmus.request.get(`${demo()}/api/needs?as=csv`)
  expect(await table.text()).toContain('74LS244')
})

test('one of a lot goes into a position by a typed line, and some are used up by another', async () => {
  await openMachine(rasmus, 'E2024-004')
  await openEpisode(rasmus, 'A driver from the bag')
  const line = rasmus.getByRole('combobox', { name: /^Write one line/ })
  await line.fill(`swap IC41 < ${tag}`)
  await expect(
    rasmus.getByText(`1 of ${tag}, from drawer 12; 7 are left there.`, { exact: false }),
  ).toBeVisible()
  await line.press('Enter')
  await expect(rasmus.getByRole('main')).toContainText(`one out of ${tag} 74LS244`)
  await write(rasmus, 'use 2 L-0003 for the lid')
  await expect(rasmus.getByText(/2 × L-0003 M3x8 screw from rack, tin 2/)).toBeVisible()
  await rasmus.goto(`${demo()}/parts/lots?q=${tag}`)
  // Three were kept for this very machine: one of them is fulfilled.
  await expect(rasmus.getByRole('row', { name: new RegExp(`^${tag}`) })).toContainText('7 in drawer 12')
  await rasmus.getByRole('link', { name: tag }).click()
  await expect(rasmus.getByText(/7 here, 2 of them reserved/)).toBeVisible()
  await rasmus.getByRole('button', { name: /Release it/ }).click()
  await expect(rasmus.getByRole('heading', { name: 'Reserved for' })).toHaveCount(0)
})

test('a part is drawn from one machine to the other, and put back by keys alone', async () => {
  await openMachine(rasmus, 'E2024-004')
  await rasmus.getByRole('tab', { name: /^Parts/ }).click()
  await rasmus.getByRole('link', { name: 'Side by side' }).click()
  await rasmus.getByLabel(/Machine: type or scan/).fill('SW 2024.3')
  await rasmus.getByRole('button', { name: 'Lay it beside' }).click()
  const donor = rasmus.getByRole('region', { name: /^SW 2024.3/ })
  const own = rasmus.getByRole('region', { name: /^E2024-004/ })
  const speaker = donor.getByRole('button', { name: /loudspeaker/ })
  const target = own.getByText('empty, takes loudspeaker')
  await speaker.hover()
  await rasmus.mouse.down()
  await target.hover()
  await target.hover()
  await rasmus.mouse.up()
  const proposal = rasmus.getByRole('region', { name: 'What will be written' })
  await expect(proposal).toContainText('into LS1 of E2024-004')
  // A click in the very moment of letting go belongs to the drawing, and does nothing.
  await expect(async () => {
    if (await proposal.isVisible()) await proposal.getByRole('button', { name: 'Record the move' }).click()
    await expect(rasmus.getByText('Both ends show it.')).toBeVisible({ timeout: 2000 })
  }).toPass()
  await expect(donor.getByText('empty, takes loudspeaker')).toBeVisible()
  // Back again without a pointer: picked up, put down, said.
  const back = own.getByRole('button', { name: /loudspeaker/ })
  await back.focus()
  await back.press('Enter')
  await expect(rasmus.getByText(/loudspeaker of E2024-004 is in hand/)).toBeVisible()
  const here = donor.getByRole('button', { name: /Put it into LS1/ })
  await here.focus()
  await here.press('Enter')
  await expect(proposal.getByRole('button', { name: 'Record the move' })).toBeFocused()
  await rasmus.keyboard.press('Enter')
  await expect(own.getByText('empty, takes loudspeaker')).toBeVisible()
})

test('an owner says what they agree to, and the house reads it', async ({ browser }) => {
  const owner = await signIn(browser, 'ferry.office')
  await owner.getByRole('link', { name: /Brasket 7/ }).click()
  await owner.getByRole('tab', { name: /^Owner/ }).click()
  await owner.getByRole('button', { name: 'Say what you agree to' }).click()
  await owner.getByLabel('Only for these positions').fill('Q7, Q8')
  await owner.getByLabel('In your words').fill('those two, if they must')
  await owner.getByRole('button', { name: 'Record the answer' }).click()
  await expect(owner.getByText('“those two, if they must” Said by Sund ferry office.')).toBeVisible()
  await owner.context().close()
  await openMachine(rasmus, 'E2026-001')
  await rasmus.getByRole('tab', { name: /^Owner agreed/ }).click()
  await expect(rasmus.getByText('to giving parts of it away: Q7 and Q8')).toBeVisible()
})

test('a map learned on one machine goes into the sheet of its type', async () => {
  await openMachine(rasmus, 'SW 2024.3')
  await rasmus.getByRole('tab', { name: /^Parts/ }).click()
  await rasmus.getByRole('link', { name: 'Renew a set' }).click()
  await rasmus.getByRole('button', { name: 'Add positions to the map' }).click()
  await rasmus.getByLabel('Designators').fill('C31-C32')
  await rasmus.getByLabel('On', { exact: true }).selectOption('supply')
  await rasmus.getByRole('button', { name: 'Add them' }).click()
  await rasmus.getByRole('button', { name: 'C31', exact: true }).click()
  await rasmus.getByLabel('Value').fill('22uF')
  await rasmus.getByLabel('Rating').fill('50 V')
  await rasmus.getByRole('button', { name: 'Save the value', exact: true }).click()
  await expect(rasmus.getByRole('row', { name: /^C31 / })).toContainText('22uF 50 V')
  await rasmus.getByRole('button', { name: /lines for the sheet of/ }).click()
  const teach = rasmus.getByRole('region', { name: /^Into the sheet of/ })
  await expect(teach.getByRole('checkbox', { name: /C1 .*no usual rating/ })).not.toBeChecked()
  await teach.getByRole('button', { name: /^Publish/ }).click()
  await expect(teach).toHaveCount(0)
  await expect(rasmus.getByRole('row', { name: /^C31 / })).toContainText('22uF 50 V')
  await openMachine(rasmus, 'E2024-004')
  await rasmus.getByRole('tab', { name: /^Parts/ }).click()
  await expect(rasmus.getByRole('listitem').filter({ hasText: 'C31' }).first()).toContainText(
    'electrolytic capacitor',
  )
})
