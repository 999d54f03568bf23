/**
 * questions: an evening of sixty acts replayed through the real interface on a tablet-sized screen: keystrokes, taps and
 * questions that it asked. A line is typed as a practised volunteer would, taking a completion where one is offered first.
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

const evening: readonly Act[] = [
  'done plug out',
  'done reservoir measured 0.4 V',
  'done second person Imke beside me',
  'self-test fail',
  'keys, 71 all ok but Q W dead',
  'bell pass',
  'off cover 6 M4x12',
  'off shield 4 M3x6',
  'unplug J2',
  verb('Take out', /^IC18/),
  'out IC22 bag 2',
  'out keyboard',
  'clean IC18 by fibre pen and alcohol',
  'clean keyboard by keycap soak',
  'note the foam under the keys has perished',
  'jot the second screw of the cover was shorter',
  'ask whose is the pencil mark beside IC40?',
  'wait 15m look at the tub',
  'over 1 clean',
  verb('Put in', /back into IC18/),
  'in IC22',
  'find corrosion connectors trace stable',
  'reseat IC40',
  'resolder J2',
  'verify J2 all pins, no bridge',
  'adjust RV2',
  'in keyboard',
  'plug J2',
  'done supply on dummy load 5.02 V',
  'done rail to ground compared 48 ohm',
  'done earth and insulation by the licensed tester',
  'done attended',
  'power on',
  '5V 5.02 with meter 2',
  '12V 12.1',
  '-12V -11.9',
  'clock memory 4.4V',
  'X1 15.36MHz with counter',
  'self-test pass',
  'screen, 24 rows partly 22 of 24',
  'keys, 71 all ok',
  'send pass',
  'receive not possible: line box is lent',
  'brightness pass',
  'printer port not possible',
  'healthy',
  'power off',
  'done plug out',
  'done reservoir measured 0.2 V',
  'swap C214 < P-0102',
  'verify C214 polarity, print and part agree',
  'keep C214 bag 4',
  'power on',
  'screen, 24 rows pass',
  'power off',
  'done plug out',
  'on shield 4 M3x6',
  'on cover 6 M4x12',
  'verdict keycap soak good even, no residue',
  'stop: next watch the top rows when it is warm',
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
for (const act of evening) {
  const question = page.locator('#line-says form label').first()
  if (typeof act === 'string') {
    await line(page).click()
    for (const letter of act) {
      await page.keyboard.type(letter)
      keys++
    }
    await expect(page.locator('#line-says')).toContainText('Enter writes it')
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
  against: 'limit 6',
  keystrokesAnAct: keys / evening.length,
  taps,
  asked,
})
await browser.close()
await server.kill()
process.exit(asked.length > 6 ? 1 : 0)
