/**
 * questions: an evening of sixty acts replayed through the real interface on a tablet-sized screen: keystrokes, taps and
 * questions that it asked, and the lines that it did not understand. A line is typed as people type, letter by letter.
 */
import { expect, type Page } from '@playwright/test'
import { address, DemoServer, openBrowser, signedIn } from './demo-server.ts'
import { print } from './measure.ts'

type Act = string | { readonly tap: (page: Page) => Promise<number> }

const verb = (name: string, choice: RegExp): Act => ({
  tap: async (page) => {
    await page.getByRole('button', { name, exact: true }).click()
    await page
      .getByRole('group', { name: `${name}: what` })
      .getByRole('button', { name: choice })
      .first()
      .click()
    await line(page).press('Enter')
    return 2
  },
})
const line = (page: Page) => page.getByRole('combobox', { name: /^Write one line/ })

/** An evening of sixty acts as a volunteer types them; two by tapping. */
const evening: readonly Act[] = [
  'plug is out, I can see it',
  'done reservoir measured 0.4 V',
  'done second person Imke beside me',
  'self test fails, no tone at all',
  'keys, 71 all ok but Q W dead',
  'screen ok after a minute',
  'cover off, six M4x12 in cup 1',
  'shield off, four M3x6',
  'unplugged J2',
  verb('Take out', /^IC18/),
  'took IC22 out, into bag 2',
  'keyboard unplugged',
  'IC18 cleaned with the fibre pen',
  'washed the keycaps in warm soapy water',
  'the foam under the keys has perished',
  'the second screw of the cover was shorter, odd',
  'does anybody know whose pencil mark is beside IC40?',
  'look at the tub every 15 min',
  'the tub is over',
  verb('Put in', /back into IC18/),
  'IC22 back in',
  'green crust on the connectors',
  'reseated IC40',
  'resoldered J2',
  'J2 verified, all pins, no bridge',
  'turned RV2 a little',
  'keyboard plugged in again',
  'J2 plugged',
  'done supply on dummy load 5.02 V',
  'done rail to ground compared 48 ohm',
  'done earth and insulation by the licensed tester',
  'done attended',
  'power on',
  '5v is 5.02',
  '12 V reads 12.1',
  'minus twelve is -11.9',
  'clock memory 3.2V',
  'X1 at 15.36 MHz',
  'self test passes now',
  'screen shows 22 of 24 rows, top two dark',
  'keys, 71 all ok',
  'send works',
  'receive could not be tested: line box is lent',
  'brightness fine over the whole range',
  'printer port not possible: no cable',
  'healthy',
  'power off',
  'done plug out',
  'done reservoir measured 0.2 V',
  'C214 replaced with a new 470 uF 35 V',
  'check the polarity of C214 before power',
  'Petra says the top rows were always weak',
  'power on',
  'screen good, all 24 rows',
  'switched off',
  'done plug out',
  'shield back on, 4 M3x6',
  'cover on again with all six M4x12',
  'remind me on Friday to try the printer port',
  'stop here, next the top rows when it is warm',
]

const server = new DemoServer()
await server.start()
const browser = await openBrowser()
const page = await signedIn(browser, 'rasmus@example.org')
await page.goto(`${address}/collection?q=E2024-004`)
await page.getByRole('row').filter({ hasText: 'E2024-004' }).first().click()
await page.getByRole('button', { name: 'Open an episode' }).click()
await page.getByLabel('What it is about').fill('An evening')
await page.getByRole('button', { name: 'Open it' }).click()
await line(page).waitFor()

/** What contradicts the record is asked once: it counts as a question, and Enter again writes it. */
async function confirmed() {
  const yes = page.getByRole('button', { name: 'Yes, write it' })
  await Promise.race([
    yes.waitFor({ timeout: 4000 }).catch(() => undefined),
    expect(line(page))
      .toHaveValue('', { timeout: 4000 })
      .catch(() => undefined),
  ])
  if (!(await yes.isVisible())) return
  asked.push(await page.locator('#line-says').innerText())
  await page.keyboard.press('Enter')
  keys++
}

let keys = 0
let taps = 0
const asked: string[] = []
const unread: string[] = []
for (const act of evening) {
  const question = page.locator('#line-says form label').first()
  if (typeof act === 'string') {
    await line(page).click()
    for (const letter of act) {
      await page.keyboard.type(letter)
      keys++
    }
    const says = page.locator('#line-says')
    await expect(says).toContainText(/Enter writes it|Enter keeps it/)
    if ((await says.innerText()).includes('Enter keeps it')) unread.push(act)
    await page.keyboard.press('Enter')
    keys++
    await confirmed()
  } else taps += await act.tap(page)
  const last = act === evening.at(-1)
  await (last
    ? page.getByRole('region', { name: 'Coming back' }).waitFor()
    : expect(line(page)).toHaveValue(''))
  if (!last && (await question.isVisible())) asked.push(await question.innerText())
}
print({
  name: 'questions',
  value: asked.length,
  unit: `questions in an evening of ${evening.length} acts`,
  against: 'limit 4',
  keystrokesAnAct: keys / evening.length,
  taps,
  asked,
  unread,
})
await browser.close()
await server.kill()
process.exit(asked.length > 4 ? 1 : 0)
