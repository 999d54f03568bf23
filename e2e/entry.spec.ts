/** From the door to a grade: guided entry with photographs, survey, a blind second opinion, a lot, a table, the list at hand. */
import { expect, test, type Page } from '@playwright/test'
import { demo, openMachine, signIn } from './people.ts'

test.describe.configure({ mode: 'serial' })

let jonas: Page
let rasmus: Page
test.beforeAll(async ({ browser }) => {
  jonas = await signIn(browser, 'jonas')
  rasmus = await signIn(browser, 'rasmus')
})

/** A picture of whatever the page shows: some photograph will do. */
const picture = async (page: Page) => ({
  name: 'door.png',
  mimeType: 'image/png',
  buffer: await page.screenshot({ clip: { x: 0, y: 0, width: 320, height: 200 } }),
})
const step = (page: Page, name: RegExp) =>
  page.getByRole('navigation', { name: 'Steps of the entry' }).getByRole('button', { name })
const zones = (page: Page) => page.getByRole('region', { name: 'Zones' }).getByRole('listitem')

test('a newcomer enters a machine at the door, leaves, and comes back to it from Bench', async () => {
  await jonas.goto(`${demo()}/machines/new`)
  await jonas.getByLabel('Name', { exact: true }).fill('Pell 3 franking machine')
  await jonas.getByLabel('Entry number').fill('E2098-001')
  await jonas.getByLabel('From whom').fill('A closed post office')
  await jonas.getByRole('button', { name: 'Register' }).click()
  await expect(jonas.getByRole('heading', { name: 'Object entry E2098-001' })).toBeVisible()

  await step(jonas, /What was claimed/).click()
  await jonas.getByLabel('In the giver’s words').fill('it stamped until the day we closed')
  await jonas.getByRole('button', { name: 'Write down the claim' }).click()
  await expect(jonas.getByRole('listitem').filter({ hasText: 'it stamped until' })).toBeVisible()

  await step(jonas, /Before it is touched/).click()
  await jonas.getByRole('button', { name: 'Write down a warranty seal' }).click()
  await jonas.getByLabel('Where', { exact: true }).fill('across the hood')
  await jonas.getByLabel('Breaks when this comes off').fill('hood')
  await jonas.getByRole('button', { name: 'Save the evidence' }).click()
  await expect(jonas.getByText('Not photographed yet. Removing it destroys what it shows.')).toBeVisible()
  await jonas.getByLabel('Photograph this one: choose').setInputFiles(await picture(jonas))
  await expect(jonas.getByRole('img', { name: 'warranty seal, across the hood' })).toBeVisible()
  await jonas.getByRole('button', { name: 'None there' }).first().click()
  await expect(jonas.getByText('looked for, none there')).toHaveCount(1)

  // Leaves, and finds it again on Bench.
  await jonas.goto(demo())
  const waiting = jonas
    .getByRole('listitem')
    .filter({ hasText: 'Pell 3 franking machine' })
    .filter({ hasText: 'Object entry is not finished' })
  await waiting.getByRole('link', { name: 'Go on with it' }).click()

  await step(jonas, /Before it is touched/).click()
  await jonas.getByRole('button', { name: 'None there' }).first().click()
  await expect(jonas.getByText('looked for, none there')).toHaveCount(2)
  await jonas.getByLabel('Photograph the underside: choose').setInputFiles(await picture(jonas))
  await expect(step(jonas, /Before it is touched/)).toContainText('photographed')

  await step(jonas, /In the box/).click()
  await jonas.getByLabel('What', { exact: true }).selectOption('mains lead')
  await jonas.getByLabel('State, as seen').fill('plug of an older kind')
  await jonas.getByRole('button', { name: 'Add to the box' }).click()
  await expect(jonas.getByRole('listitem').filter({ hasText: 'mains lead' })).toBeVisible()

  await step(jonas, /Contents/).click()
  await jonas.getByRole('button', { name: 'It holds no memory and no medium' }).click()
  await step(jonas, /Quarantine/).click()
  await jonas.getByLabel('Where', { exact: true }).fill('porch')
  await jonas.getByRole('button', { name: 'Into quarantine' }).click()
  for (const sign of ['pests', 'mould', 'leaks']) await jonas.getByLabel(sign).selectOption('none seen')
  await jonas.getByRole('button', { name: 'Let it out' }).click()
  await expect(step(jonas, /Quarantine/)).toContainText('through')

  await step(jonas, /Receipt/).click()
  await expect(jonas.getByLabel('Handed over, one a line')).toHaveValue(/Pell 3 franking machine\nmains lead/)
  await jonas.getByRole('button', { name: 'Issue the receipt' }).click()
  await jonas.getByRole('link', { name: 'Open and print' }).click()
  await expect(jonas.getByRole('article')).toContainText('Received from A closed post office')
  await expect(jonas.getByRole('img', { name: 'Code of E2098-001' })).toBeVisible()
})

test('it is surveyed zone by zone, with a photograph, a pin and a grade that says how far it got', async () => {
  await openMachine(jonas, 'E2098-001')
  await jonas.getByRole('tab', { name: /^Condition/ }).click()
  await jonas.getByRole('link', { name: 'Open the survey' }).click()
  await expect(jonas.getByText('None of its 9 zones is recorded as examined')).toBeVisible()
  await jonas.getByRole('button', { name: 'Begin a survey' }).click()
  // A first look is one tap a zone.
  await zones(jonas).filter({ hasText: 'labels' }).getByRole('button', { name: 'Nothing to note' }).click()
  await expect(jonas.getByText('So far, 1 of 9 zones.')).toBeVisible()
  await zones(jonas).filter({ hasText: 'chassis' }).getByRole('button').first().click()
  await jonas.getByRole('button', { name: 'Write down a finding' }).click()
  await jonas.getByLabel('Kind', { exact: true }).selectOption('rust')
  await jonas.getByLabel('Place', { exact: true }).fill('front foot')
  await jonas.getByLabel('Extent, % of the zone').fill('140')
  await jonas.getByRole('button', { name: 'Save the finding' }).click()
  await expect(jonas.getByText('Write a number from 0 to 100, or nothing.')).toBeVisible()
  await jonas.getByLabel('Extent, % of the zone').fill('4')
  await jonas.getByRole('button', { name: 'Save the finding' }).click()
  await expect(jonas.getByText('activity not judged').first()).toBeVisible()
  await expect(jonas.getByText('So far, 2 of 9 zones. Because of rust on chassis')).toBeVisible()
  await jonas.getByRole('button', { name: 'Photograph it' }).click()
  await jonas.getByLabel('Photographs of this finding: choose').setInputFiles(await picture(jonas))
  await jonas.getByRole('button', { name: 'Picture 1' }).click()
  const viewer = jonas.getByRole('dialog')
  await viewer.getByLabel(/Set a pin/).selectOption({ label: 'rust on chassis' })
  await viewer.getByRole('button', { name: 'Pin in the middle' }).click()
  await expect(viewer.getByText('rust, front foot')).toBeVisible()
  await jonas.keyboard.press('Escape')
  await jonas.getByRole('button', { name: 'Seen again' }).click()
  await jonas.getByLabel('Active or stable').last().selectOption('stable')
  await jonas.getByRole('button', { name: 'Save the look' }).click()
  await expect(zones(jonas).filter({ hasText: 'chassis' })).toContainText('2 Fair')
  await jonas.getByRole('button', { name: 'End the survey' }).click()
  await expect(jonas.getByRole('button', { name: 'Begin a survey' })).toBeVisible()
})

test('a second person surveys it blind and sees nothing until the end; then both stand side by side', async () => {
  await openMachine(rasmus, 'E2098-001')
  await rasmus.getByRole('tab', { name: /^Condition/ }).click()
  await rasmus.getByRole('link', { name: 'Open the survey' }).click()
  await rasmus.getByRole('button', { name: 'Survey it blind' }).click()
  await expect(rasmus.getByText('what others found is hidden')).toBeVisible()
  await expect(zones(rasmus).filter({ hasText: 'chassis' })).toContainText('not examined yet')
  await zones(rasmus).filter({ hasText: 'chassis' }).getByRole('button', { name: 'Nothing to note' }).click()
  await rasmus.getByRole('button', { name: 'End, and compare' }).click()
  await expect(rasmus.getByText('what others found is hidden')).toHaveCount(0)
  await rasmus.getByRole('tab', { name: 'Second opinion' }).click()
  const opinion = rasmus.getByRole('region', { name: 'Jonas Feld and Rasmus Tveit' })
  await expect(opinion).toContainText('only here: rust, front foot')
  await expect(opinion).toContainText('Too few for a figure')
  await expect(rasmus.getByRole('region', { name: 'Agreement of the house' })).toContainText('Weighted kappa')
})

test('a seal that nobody photographed is named before it breaks', async () => {
  await openMachine(rasmus, 'E2026-021')
  await rasmus.getByRole('button', { name: 'Open an episode' }).click()
  await rasmus.getByLabel('What it is about').fill('Look inside')
  await rasmus.getByRole('button', { name: 'Open it' }).click()
  await rasmus.getByRole('combobox', { name: /^Write one line/ }).fill('off lid 4 M3x8 cup 1')
  await expect(rasmus.locator('#line-says')).toContainText(/no photograph of the/i)
})

test('provenance: a chain with its gap, and dates on parts as candidates', async () => {
  await openMachine(rasmus, 'E2098-001')
  await rasmus.getByRole('tab', { name: /^Provenance/ }).click()
  for (const [what, when] of [
    ['made', '1979'],
    ['used at', '1980/1991'],
  ] as const) {
    await rasmus.getByRole('button', { name: 'Add a link' }).click()
    await rasmus.getByLabel('What', { exact: true }).selectOption(what)
    await rasmus.getByLabel('When', { exact: true }).fill('about then')
    await rasmus.getByRole('button', { name: 'Add the link' }).click()
    await expect(rasmus.getByRole('alert')).toContainText('A date is written as')
    await rasmus.getByLabel('When', { exact: true }).fill(when)
    await rasmus.getByRole('button', { name: 'Add the link' }).click()
    await expect(
      rasmus
        .getByRole('region', { name: 'Chain of provenance' })
        .getByRole('listitem')
        .filter({ hasText: what }),
    ).toBeVisible()
  }
  await expect(rasmus.getByText(/^1991 to 20\d\d: unknown$/)).toBeVisible()
  await rasmus.getByRole('button', { name: 'Read markings' }).click()
  await rasmus.getByLabel('Markings as they stand').fill('U1 74LS00N 7911\nU2 74LS04N 7909\nU3 7438')
  await rasmus.getByRole('button', { name: 'Read them' }).click()
  await expect(
    rasmus.getByText('2 of 3 are close together, week 9 of 1979 to week 11 of 1979.'),
  ).toBeVisible()
  await expect(rasmus.getByText('says nothing either way')).toBeVisible()
})

test('a lot: one look for named units, written on each', async () => {
  await rasmus.goto(`${demo()}/batches`)
  await rasmus.getByRole('button', { name: 'Register a group' }).click()
  await rasmus.getByLabel('Name of the group').fill('Three dial sets')
  await rasmus.getByLabel('What each unit is called').fill('Dial set')
  await rasmus.getByLabel('Units', { exact: true }).fill('3')
  await rasmus.getByLabel('Price of the group').fill('10.00')
  await expect(rasmus.getByText('€3.34 a unit')).toBeVisible()
  await rasmus.getByLabel('Said of all of them').fill('all dead')
  await rasmus.getByRole('button', { name: 'Register them all' }).click()
  await expect(rasmus.getByRole('heading', { name: 'Three dial sets' })).toBeVisible()
  await rasmus.getByLabel('Units', { exact: true }).fill('1-2')
  await rasmus.getByLabel('At a look').selectOption('seems to run')
  await rasmus.getByRole('button', { name: 'Record it for 2 units' }).click()
  await expect(rasmus.getByText('Written on 2 units: 1, 2.')).toBeVisible()
  await expect(rasmus.getByRole('row').filter({ hasText: 'seems to run' })).toHaveCount(2)
})

test('the list forgives typing, keeps views and columns, and takes a table', async () => {
  await rasmus.goto(`${demo()}/collection`)
  await rasmus.getByLabel('Filter by words').fill('calculater')
  await expect(rasmus.getByText('No machine has “calculater” as written')).toBeVisible()
  await expect(rasmus.getByRole('row').filter({ hasText: 'desk calculator' }).first()).toBeVisible()
  await rasmus.getByLabel('Filter by words').fill('room 4')
  await expect(rasmus.getByRole('row').filter({ hasText: 'Morwen D24' })).toBeVisible()
  await rasmus.getByRole('button', { name: 'Columns' }).click()
  await rasmus.getByLabel('Legal status').check()
  await expect(rasmus.getByRole('columnheader', { name: 'Legal status' })).toBeVisible()
  await rasmus.getByRole('button', { name: 'Save this view' }).click()
  await rasmus.getByLabel('Name of the view').fill('room 4, legal')
  await rasmus.getByRole('button', { name: 'Save the view' }).click()
  await rasmus.goto(`${demo()}/collection`)
  await rasmus.getByRole('button', { name: 'room 4, legal' }).click()
  await expect(rasmus.getByLabel('Filter by words')).toHaveValue('room 4')

  await rasmus.getByRole('link', { name: 'Import CSV' }).click()
  const file = (text: string) => ({ name: 'old list.csv', mimeType: 'text/csv', buffer: Buffer.from(text) })
  await rasmus
    .getByLabel('Choose or drop the file')
    .setInputFiles(file('Entry no,Title,Model\nQ-1,Pennant printer,\nQ-2,,Nobody 9\n'))
  await expect(rasmus.getByText('2 rows: 1 new, 0 already here, 1 refused.')).toBeVisible()
  await expect(rasmus.getByText('no type is called “Nobody 9”')).toBeVisible()
  await expect(rasmus.getByRole('button', { name: /^Take in/ })).toHaveCount(0)
  await rasmus
    .getByLabel('Choose or drop the file')
    .setInputFiles(file('Entry no,Title\nQ-1,Pennant printer\nQ-2,Pennant printer\n'))
  await rasmus.getByRole('button', { name: 'Take in 2 machines' }).click()
  await expect(rasmus.getByText('2 machines taken in.')).toBeVisible()
  await rasmus
    .getByLabel('Choose or drop the file')
    .setInputFiles(file('Entry no,Title\nQ-1,Pennant printer\nQ-2,Pennant printer\n'))
  await expect(rasmus.getByText('Every row is here already.')).toBeVisible()
})

test('a list of photographs: what is none is refused by name, the others are kept', async () => {
  await openMachine(rasmus, 'E2098-001')
  const tab = rasmus.getByRole('tab', { name: /^Photographs/ })
  await tab.click()
  await expect(tab).toHaveText('Photographs 3')
  await rasmus.getByLabel('Add photographs: choose').setInputFiles([
    await picture(rasmus),
    { name: 'notes.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('these are words') },
    {
      name: 'drawn.svg',
      mimeType: 'image/svg+xml',
      buffer: Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>'),
    },
  ])
  for (const name of ['notes.jpg', 'drawn.svg'])
    await expect(rasmus.getByRole('listitem').filter({ hasText: name }).getByRole('alert')).toContainText(
      'photograph',
    )
  await expect(tab).toHaveText('Photographs 4')
  await rasmus.getByRole('button', { name: 'Make a pair' }).click()
  await rasmus.getByRole('button', { name: 'Pair the photographs' }).click()
  const divider = rasmus.getByRole('slider', { name: /^Divider/ })
  await divider.focus()
  await rasmus.keyboard.press('ArrowRight')
  await expect(divider).toHaveValue('51')
})

test('an entry carries a photograph', async () => {
  await openMachine(rasmus, 'E2098-001')
  await rasmus.getByRole('tab', { name: /^Entries/ }).click()
  const line = rasmus.getByRole('listitem').filter({ hasText: 'it stamped until the day we closed' })
  await line.getByRole('button', { name: /^Correct: claimed/ }).click()
  await line.getByLabel('Photographs with this entry: choose').setInputFiles(await picture(rasmus))
  await expect(line.getByRole('img', { name: /^photograph with: claimed/ })).toBeVisible()
})
