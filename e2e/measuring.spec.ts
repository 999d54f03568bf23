/** Measuring at the bench: cells one by one, test points and the meter, house methods, initials with a PIN, one question an entry. */
import { expect, test, type Page } from '@playwright/test'
import { openEpisode, openMachine, refusedLine, signIn, write } from './people.ts'

test.describe.configure({ mode: 'serial' })
let imke: Page
const line = () => imke.getByRole('combobox', { name: /^Write one line/ })
const says = () => imke.locator('#line-says')
const sheet = () => imke.getByRole('region', { name: 'Episode', exact: true })
const off = () => imke.getByRole('complementary', { name: 'Off, waiting, asked' })

test.beforeAll(async ({ browser }) => {
  imke = await signIn(browser, 'imke')
  await openMachine(imke, 'E2024-004')
  await openEpisode(imke, 'Which keys, which rails')
})
test.afterAll(() => imke.context().close())

test('keys are drawn over with a pointer and marked by keyboard, and the line adds up', async () => {
  await imke.getByRole('button', { name: 'Test', exact: true }).click()
  await imke.getByRole('button', { name: /keys, 71, one by one/ }).click()
  const board = imke.getByRole('grid', { name: 'keys, 71' })
  await imke.getByRole('radio', { name: 'dead' }).check()
  // By drag: from Q to E.
  const box = async (cell: string) => {
    const found = await board.getByRole('gridcell', { name: new RegExp(`^${cell}:`) }).boundingBox()
    if (!found) throw new Error(`no cell ${cell}`)
    return { x: found.x + found.width / 2, y: found.y + found.height / 2 }
  }
  const [from, to] = [await box('Q'), await box('E')]
  await imke.mouse.move(from.x, from.y)
  await imke.mouse.down()
  await imke.mouse.move(to.x, to.y, { steps: 12 })
  await imke.mouse.up()
  // By keys alone: R, then T with Shift on the way.
  await board.getByRole('gridcell', { name: /^R:/ }).focus()
  await imke.keyboard.press('Space')
  await imke.keyboard.press('Shift+ArrowRight')
  await expect(imke.getByRole('status').filter({ hasText: '71 in all' })).toContainText(
    '0 pass, 5 fail, 66 not tested',
  )
  // Put away and taken up again: what was drawn is still there.
  await sheet().getByRole('button', { name: 'Cancel' }).click()
  await imke.getByRole('button', { name: 'Test', exact: true }).click()
  await imke.getByRole('button', { name: /keys, 71, one by one/ }).click()
  await expect(imke.getByRole('status').filter({ hasText: '71 in all' })).toContainText(
    '0 pass, 5 fail, 66 not tested',
  )
  await imke.getByRole('radio', { name: 'ok', exact: true }).check()
  await imke.getByRole('button', { name: 'All the rest ok' }).click()
  await sheet().getByRole('button', { name: 'Into the line' }).click()
  await expect(line()).toHaveValue('test keys, 71 all ok but Q W E R T dead')
  await expect(says()).toContainText('66 pass, 5 fail (Q W E R T dead), 0 not tested; 71 in all')
  await expect(says()).toContainText('All that failed are in row 3')
  await line().press('Enter')
  await expect(sheet().getByText('66 of 71 good')).toBeVisible()
})

test('one key mended and tried again: the others stand', async () => {
  await write(imke, 'mend Q')
  await line().fill('keys, 71 Q ok')
  await expect(says()).toContainText('1 pass, 4 fail (W E R T dead), 66 carried over, 0 not tested')
  await line().press('Escape')
  expect(await refusedLine(imke, 'keys, 71 Q ok, QQ dead')).toContain('“QQ” is no cell of keys, 71')
})

test('the simulated meter’s reading comes into the line by one key', async () => {
  await imke.getByRole('button', { name: 'Read', exact: true }).click()
  await expect(imke.getByText('simulated bench meter', { exact: true })).toBeVisible()
  await imke.getByLabel('Simulated: its probes touch').fill('4.91')
  await imke.getByRole('button', { name: 'Set', exact: true }).click()
  await expect(imke.getByText('They touch 4.91 V.')).toBeVisible()
  await imke.keyboard.press('Escape')
  await line().fill('5V')
  await line().press('F2')
  await expect(line()).toHaveValue(/^5V 4\.91\d*V with simulated bench meter$/)
  await expect(says()).toContainText('within 4.75 to 5.25 V')
  await line().press('Enter')
  await expect(sheet().getByText(/read 5V 4\.91\d*V, simulated bench meter/)).toBeVisible()
  // The instrument stays; a rail behind the diode is reckoned from what was just read.
  await line().fill('clock memory 3.6V')
  await expect(says()).toContainText('calculated from 5V')
  await expect(says()).toContainText('simulated bench meter, as before')
  await line().press('Enter')
  await write(imke, 'healthy, as far as it goes')
  await line().fill('5V 4.7')
  await expect(says()).toContainText('is outside 4.75 to 5.25 V')
  await expect(says()).toContainText('below the healthy 4.91')
  await line().press('Enter')
  await imke
    .getByRole('link', { name: /Morwen/ })
    .first()
    .click()
  await imke.getByRole('tab', { name: /^Readings/ }).click()
  await expect(imke.getByRole('row', { name: /^5V/ })).toContainText('outside')
  await imke.getByRole('button', { name: '5V', exact: true }).click()
  await expect(imke.getByRole('img', { name: /5V over time/ })).toBeVisible()
  await imke.getByRole('button', { name: /Go on with episode/ }).click()
})

test('a line that is refused while the next one is typed is not lost', async () => {
  await imke.route('**/api/entries', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 600))
    await route.fulfill({
      status: 400,
      contentType: 'application/problem+json',
      json: { type: 'invalid', title: 'x', status: 400, detail: 'The server could not read it.' },
    })
  })
  await line().fill('note the left bracket is bent')
  await line().press('Enter')
  await line().fill('note and the right one is gone')
  await expect(says()).toContainText('“note the left bracket is bent”: The server could not read it.')
  await line().pressSequentially(' too')
  await expect(line()).toHaveValue('note and the right one is gone too')
  await imke.unroute('**/api/entries')
  await says().getByRole('button', { name: 'Bring it back' }).click()
  await expect(line()).toHaveValue('note the left bracket is bent')
  await line().press('Enter')
  await expect(sheet().getByText('the left bracket is bent')).toBeVisible()
})

test('a house method brings its wait and its caution', async () => {
  await line().fill('clean keyboard by keycap')
  await expect(imke.getByRole('listbox', { name: 'Completions' })).toContainText('keycap soak')
  await line().press('Tab')
  await expect(says()).toContainText('By keycap soak (washing-up liquid, 1 %, 30 °C)')
  await line().press('Enter')
  await expect(off().getByText('keyboard: keycap soak')).toBeVisible()
  await line().fill('clean display cover by fibre pen and alcohol')
  await expect(says()).toContainText('not on acrylic')
  await line().press('Escape')
})

test('an authorised act of another person asks for their PIN', async () => {
  await imke.getByRole('radio', { name: 'Rasmus Tveit' }).check({ force: true })
  await line().fill('done tube discharged twice, lead clipped')
  await expect(says()).toContainText('Enter writes it')
  await line().press('Enter')
  await imke.getByLabel(/your PIN/).fill('1111')
  await imke.keyboard.press('Enter')
  await expect(says()).toContainText('That is not the PIN')
  await imke.getByLabel(/your PIN/).fill('6174')
  await imke.keyboard.press('Enter')
  await expect(
    sheet()
      .getByRole('log')
      .getByText(/twice, lead clipped/),
  ).toBeVisible()
  await imke.getByRole('radio', { name: 'Imke Dahlhus' }).check({ force: true })
})

test('a fail without words asks once; later puts it with what is to be said', async () => {
  await write(imke, 'bell fail')
  await expect(says()).toContainText('How does bell fail?')
  await says().getByRole('button', { name: 'Later' }).click()
  await off().getByRole('button', { name: 'How does bell fail?' }).click()
  await off().getByLabel('How does bell fail?').fill('one click, no tone')
  await off().getByRole('button', { name: 'Answer' }).click()
  await expect(sheet().getByText('fail: one click, no tone')).toBeVisible()
  await expect(off().getByRole('heading', { name: 'To be said later' })).toHaveCount(0)
})
