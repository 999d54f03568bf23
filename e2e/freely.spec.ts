/** Lines as people say them, typed in the real interface: written, asked about, put right, answered; a type sheet told in lines. */
import { expect, test, type Page } from '@playwright/test'
import { lineBox, openEpisode, openMachine, signIn, write } from './people.ts'

test.describe.configure({ mode: 'serial' })
let imke: Page
const says = () => imke.locator('#line-says')
const log = () => imke.getByRole('listitem')

test.beforeAll(async ({ browser }) => {
  imke = await signIn(browser, 'imke')
  await openMachine(imke, 'SW 2025.6')
  await openEpisode(imke, 'The printer, in our own words')
})
test.afterAll(async () => imke.context().close())

test('thirty lines in a volunteer’s own words are understood and written', async () => {
  // What is typed, and what the sheet shows of it.
  const lines: readonly (readonly [string, string | RegExp])[] = [
    ['mains plug pulled', 'done: plug out'],
    ['it prints, but columns 41 to 60 come out faint', /print, 80 columns.*partly good/],
    ['paper advances line by line', /paper.*pass/],
    ['line receive drops a letter now and then', /line receive.*intermittent/],
    ['cover off, four M4x10 in cup 2', /cover.*4 M4x10/],
    ['dust everywhere inside, vacuumed it out', /vacuumed/i],
    ['old grease on the carriage, rubbed it off with white spirit', /rubbed/i],
    ['there is a hairline crack in the cover near the left foot', 'crack on cover'],
    ['somebody soldered C11 before us, long ago', 'earlier work'],
    ['unplugged the hammer card and cleaned its contacts with alcohol', /cleaned.*contacts/],
    ['hammer card plugged in again', /hammer card/],
    ['took K2 out, into bag 3', 'K2'],
    ['K2 is back in', 'K2'],
    ['hammer gap set from 0.4 to 0.3 mm', /adjusted.*hammer gap/],
    ['C11 measured 4300 uF, C12 4150 uF', '4300'],
    ['C12 gets hot after ten minutes, I do not trust it', 'C12'],
    ['platen wiped with rubber renewer, left to rest for two hours', /rest/],
    ['Petra says it stood in a cellar for years', 'Petra says it stood in a cellar'],
    ['does anybody know what the jumper beside K2 is good for?', 'jumper beside K2'],
    ['I will clean the type drum on Friday', 'clean the type drum'],
    ['remind me on 2 February to oil the carriage rail', 'oil the carriage rail'],
    ['need to order a ribbon', 'order a ribbon'],
    ['never reach under the hammers while it prints', 'under the hammers'],
    ['smoke from the supply, switched off at once', 'incident: smoke'],
    ['start from cold could not be tested', /start from cold.*not possible/],
    ['lent the line box to Jonas till Friday', /line box.*Jonas/],
    ['line box is back', /line box.*back/],
    ['cover back on, all four screws in', /cover.*4 M4x10/],
    ['took photos of the inside, they are on the shared disk', 'took photos'],
    ['Petra says the smoke was only dust', 'Petra says the smoke'],
  ]
  for (const [line, shown] of lines) {
    await write(imke, line)
    await expect(log().filter({ hasText: shown }).last(), line).toBeVisible()
  }
})

test('a word for two parts asks which, and a figure answers', async () => {
  await lineBox(imke).fill('the capacitor is bad, it bulges')
  await lineBox(imke).press('Enter')
  await expect(imke.getByRole('group', { name: /^What is meant by “capacitor”/ })).toBeVisible()
  await imke.keyboard.press('2')
  await expect(lineBox(imke)).toHaveValue('the C12 is bad, it bulges')
  await expect(says()).toContainText('C12')
  await lineBox(imke).press('Enter')
  await expect(lineBox(imke)).toHaveValue('')
})

test('what was written last is put right by a word, and taken back', async () => {
  await write(imke, 'loop current is 19.6 mA')
  await lineBox(imke).fill('no, 20.1')
  await expect(says()).toContainText('Corrects')
  await lineBox(imke).press('Enter')
  await expect(log().filter({ hasText: '20.1' }).last()).toContainText('corrected')
  await write(imke, 'note the wrong machine')
  await lineBox(imke).fill('scrap that')
  await expect(says()).toContainText('Takes back: the wrong machine')
  await lineBox(imke).press('Enter')
  await expect(log().filter({ hasText: 'the wrong machine' }).last()).toContainText('withdrawn')
})

test('the record answers under the line, and nothing is written', async () => {
  const before = await log().count()
  for (const [question, answer] of [
    ['when was the bell last tested?', 'bell'],
    ['who may switch it on', 'Recorded as allowed to switch it on'],
    ['where is K2', 'K2'],
  ] as const) {
    await lineBox(imke).fill(question)
    await lineBox(imke).press('Enter')
    await expect(imke.getByRole('status').filter({ hasText: answer }).first()).toBeVisible()
    await imke.getByRole('button', { name: 'Close the answer' }).click()
  }
  expect(await log().count()).toBe(before)
})

test('what is not understood is kept as it is, and “?” shows what can be said here', async () => {
  await lineBox(imke).fill('frobbed the gizmo wumpf')
  await lineBox(imke).press('Enter')
  await expect(imke.getByRole('complementary', { name: 'Off, waiting, asked' })).toContainText(
    'frobbed the gizmo',
  )
  await imke.getByRole('button', { name: 'Sort' }).last().click()
  const slip = imke.getByRole('region', { name: /frobbed the gizmo/ })
  await expect(slip).toContainText('Not understood yet.')
  await slip.getByLabel('As an entry').fill('line receive drops a letter now and then')
  await expect(slip.getByRole('button', { name: 'Write', exact: true })).toBeEnabled()
  await slip.getByRole('button', { name: 'Keep it as a note' }).click()
  await expect(slip).toBeHidden()
  await lineBox(imke).fill('?')
  await expect(says().getByRole('button')).toHaveCount(10)
  await lineBox(imke).fill('')
})

test('sorting a jot teaches its words: the next line with them is read', async () => {
  await lineBox(imke).fill('frobbed the tin hat')
  await lineBox(imke).press('Enter')
  await expect(lineBox(imke)).toHaveValue('')
  const jot = imke
    .getByRole('complementary', { name: 'Off, waiting, asked' })
    .getByRole('listitem')
    .filter({ hasText: 'frobbed the tin hat' })
  await jot.getByRole('button', { name: 'Sort' }).click()
  const slip = imke.getByRole('region', { name: /frobbed the tin hat/ })
  await slip.getByLabel('As an entry').fill('cover wiped')
  await slip.getByRole('button', { name: 'Write', exact: true }).click()
  await slip.getByRole('button', { name: 'Teach “frob”' }).click()
  await slip.getByRole('button', { name: 'Teach “tin hat”' }).click()
  await expect(slip.getByText('Taught. The list stands under Types.')).toHaveCount(2)
  await slip.getByRole('button', { name: 'Close the note' }).click()
  await expect(slip).toBeHidden()
  await write(imke, 'frobbed the tin hat again')
  await expect(log().filter({ hasText: /wiped.*cover/ })).toHaveCount(2)
})

test('the house’s words stand under Types, and can be changed and forgotten', async ({ browser }) => {
  const rasmus = await signIn(browser, 'rasmus')
  await rasmus.getByRole('link', { name: /Types/ }).click()
  await expect(rasmus.getByText('“tin hat” means cover')).toBeVisible()
  await rasmus.getByRole('button', { name: 'Change “frob”' }).click()
  const form = rasmus.getByRole('region', { name: '“frob”' })
  await form.getByLabel('It means to').fill('no such work')
  await form.getByRole('button', { name: 'Teach the word' }).click()
  await expect(form.getByRole('alert')).toContainText('Choose a verb')
  await form.getByLabel('It means to').fill('scrub')
  await form.getByRole('button', { name: 'Teach the word' }).click()
  await expect(rasmus.getByText('“frob” means to scrub')).toBeVisible()
  await rasmus.getByRole('button', { name: 'Forget “frob”' }).click()
  await expect(rasmus.getByText('“frob” means')).toBeHidden()
  await rasmus.context().close()
})

test('a type sheet is told in lines and published', async ({ browser }) => {
  const rasmus = await signIn(browser, 'rasmus')
  await rasmus.getByRole('link', { name: /Types/ }).click()
  await rasmus.getByText('Make a type sheet').click()
  await rasmus.getByLabel('Name', { exact: true }).first().fill('Ostrel 5 plotter')
  await rasmus
    .getByLabel(/^One thing a line/)
    .fill(
      'it has 40 keys\npen up needs IC9 and 9V\nIC9 pen driver, socketed\n9V: 8.5 to 9.5\nhood: 5 M3x10, one is longer\nlovely weather',
    )
  const told = rasmus.getByRole('region', { name: 'Tell the sheet' })
  await expect(told).toContainText('2 functions, 1 position, 1 test point')
  await expect(told).toContainText('“lovely weather”')
  await told.getByRole('button', { name: 'Take into the draft' }).click()
  await rasmus.getByRole('button', { name: 'Publish the sheet' }).click()
  await expect(rasmus.getByRole('heading', { name: 'Ostrel 5 plotter' })).toBeVisible()
  await expect(rasmus.getByText('Version 1')).toBeVisible()
  await rasmus.context().close()
})
