/** A machine is lent with two leads: it goes, runs, has an incident, is looked at, and comes back one lead short with a new mark. */
import { expect, test, type Page } from '@playwright/test'
import sharp from 'sharp'
import { demo, signIn } from './people.ts'

const item = /SW 2024\.11/
const act = (page: Page, name: string | RegExp) =>
  page.getByRole('group', { name: 'What can be done now' }).getByRole('button', { name })

/** A small photograph. */
const picture = () =>
  sharp({ create: { width: 320, height: 240, channels: 3, background: '#a87' } })
    .png()
    .toBuffer()

/** Goes round a machine: all zones the same but those given. */
async function look(page: Page, button: RegExp, differences: Readonly<Record<string, string>> = {}) {
  await act(page, button).click()
  for (const [zone, words] of Object.entries(differences)) {
    await page
      .getByRole('group', { name: zone, exact: true })
      .getByRole('radio', { name: 'different' })
      .check()
    await page.getByLabel(`${zone}: what you see`).fill(words)
    await page
      .getByLabel(`${zone}: photographs`)
      .setInputFiles({ name: 'there.png', mimeType: 'image/png', buffer: await picture() })
  }
  await page.getByRole('button', { name: /^I looked at the other/ }).click()
  await page.getByRole('button', { name: 'Save the look' }).click()
  await expect(page.getByRole('button', { name: 'Save the look' })).toBeHidden()
}

test('a lent machine comes back one lead short with a new mark, and it is said where the mark belongs', async ({
  browser,
}) => {
  const steward = await signIn(browser, 'ottoline')
  await steward.getByRole('link', { name: /Loans/ }).click()
  await steward.getByRole('button', { name: 'Write down a loan' }).click()
  await steward.getByLabel('With whom').fill('Lindvik harbour hall')
  await steward.getByLabel('For what').fill('an evening of punched tape')
  await steward.getByLabel('Machine or part: its number or tag').fill('SW 2024.11')
  await steward.getByRole('button', { name: 'Add the machine' }).click()
  for (const [thing, n] of [
    ['mains lead', '2'],
    ['box of blank tape', '1'],
  ] as const) {
    await steward.getByLabel('Or a thing').fill(thing)
    await steward.getByLabel('How many').fill(n)
    await steward.getByRole('button', { name: 'Add the thing' }).click()
  }
  await steward.getByRole('button', { name: 'Write down the loan' }).click()
  await expect(steward.getByRole('heading', { name: 'Loan out, Lindvik harbour hall' })).toBeVisible()
  const address = steward.url()

  // Terms that are too thin are seen through: the cover ends too early.
  await act(steward, 'Write the terms').click()
  await steward.getByLabel('Where it will be').fill('harbour hall, stage')
  await steward.getByLabel('Mains there, V').fill('230')
  await steward.getByLabel('Mains there, Hz').fill('50')
  await steward.getByLabel('Sockets are earthed').selectOption('yes')
  await steward.getByLabel('Who may switch it on there').selectOption('named people')
  await steward.getByLabel('Their names').fill('Tora Lind')
  await steward.getByLabel('Minutes a day at most').fill('60')
  await steward.getByLabel('Agreed value').fill('1400.00')
  // Closed half filled in, it is there again.
  await steward.keyboard.press('Escape')
  await act(steward, 'Write the terms').click()
  await expect(steward.getByText('What was typed here before is back.')).toBeVisible()
  await expect(steward.getByLabel('Agreed value')).toHaveValue('1400.00')
  await expect(steward.getByLabel('Who may switch it on there')).toHaveValue('named people')
  const due = await steward.getByLabel('Due back').inputValue()
  await steward.getByLabel(/^Covered until/).fill(due)
  await steward.getByRole('button', { name: 'Save the terms' }).click()
  await steward.getByRole('button', { name: 'Agree for this collection' }).click()

  // The borrower, on a phone, sees the loan and nothing else of the house, and agrees.
  const borrower = await signIn(browser, 'harbour.hall')
  await borrower.setViewportSize({ width: 390, height: 844 })
  await borrower.getByRole('link', { name: /Loans/ }).click()
  // Home names it too: the list is there first.
  await expect(borrower.getByRole('heading', { name: 'Your loans', level: 1 })).toBeVisible()
  await borrower.getByRole('link', { name: item }).click()
  await expect(borrower.getByText('€1,400.00')).toBeVisible()
  await borrower.getByRole('button', { name: 'Agree to the terms' }).click()
  await expect(borrower.getByText('Version 1', { exact: false }).first()).toContainText('holds')
  const people = await borrower.request.get(`${demo()}/api/people`)
  expect(people.status()).toBe(403)

  await steward.reload()
  await look(steward, /before it leaves$/)
  // What lies in which box is written first; the list is kept, and counts the boxes.
  const papers = steward.getByRole('region', { name: 'Papers' })
  await papers.getByRole('button', { name: 'Issue a packing list' }).click()
  await papers.getByLabel('box of blank tape, in box').fill('2')
  await papers.getByRole('button', { name: 'Issue the packing list' }).click()
  await expect(papers.getByRole('link', { name: /Packing list/ })).toBeVisible()
  await papers.getByRole('button', { name: 'Issue a handover sheet' }).click()
  await papers.getByRole('link', { name: /Handover sheet/ }).click()
  await expect(steward.frameLocator('iframe').getByText('What must not be done')).toBeVisible()
  await expect(steward.getByRole('button', { name: 'Print' })).toBeEnabled()
  await steward.getByRole('link', { name: 'Back to the loan' }).click()
  await act(steward, 'Release to Lindvik harbour hall').click()
  await expect(steward.getByText(/^Cover is needed until/).first()).toBeVisible()
  // What it needs for the journey is recorded by one tap each; the sheet that goes with it is issued already.
  const slip = steward.getByRole('region', { name: 'Release to Lindvik harbour hall' })
  await expect(slip.getByText(/^No handover sheet is issued/)).toBeHidden()
  const record = slip.getByRole('button', { name: /^Record: / })
  for (let left = await record.count(); left > 0; left--) {
    await record.first().click()
    await expect(record).toHaveCount(left - 1)
  }
  await steward.getByLabel('Who carries it').fill('Quayside Cartage')
  await expect(steward.getByLabel('Boxes')).toHaveValue('2')
  await steward.getByRole('button', { name: 'Record the release' }).click()
  await expect(steward.getByRole('alert')).toContainText('It cannot leave yet')
  await steward.getByLabel(/^Reason to release it all the same/).fill('the hall extends its cover on Monday')
  await steward.getByRole('button', { name: 'Record the release' }).click()
  await expect(steward.getByText('On its way').first()).toBeVisible()

  await borrower.reload()
  await act(borrower, 'Confirm what arrived').click()
  await borrower.getByRole('button', { name: 'Record what arrived' }).click()
  await expect(borrower.getByText('with Lindvik harbour hall').first()).toBeVisible()
  await look(borrower, /on arrival$/)
  await act(borrower, 'Write down a run').click()
  await borrower.getByLabel('By whom').fill('Piet')
  await borrower.getByLabel('Minutes').fill('75')
  await borrower.getByRole('button', { name: 'Record the run' }).click()
  await expect(borrower.getByText('Longer that day than agreed.')).toBeVisible()
  await expect(borrower.getByText('By somebody the terms do not name.')).toBeVisible()
  await act(borrower, 'Report an incident').click()
  await borrower.getByLabel('What happened').fill('a smell of hot dust from the back')
  await borrower.getByLabel('What was done at once').fill('plug pulled')
  await borrower.getByRole('button', { name: 'Report the incident' }).click()
  await expect(borrower.getByText(/^Do not power until somebody/)).toBeVisible()
  await look(borrower, /before packing$/)
  await act(borrower, 'Send it back').click()
  await borrower.getByLabel('Who carries it').fill('Moor Road Vans')
  await borrower.getByRole('button', { name: 'Record the release' }).click()

  // A question of theirs, and the answer.
  await act(borrower, 'Write to the other side').click()
  await borrower.getByLabel('What you want to say').fill('May we keep the printed banner?')
  await borrower.getByLabel(/^It is a question/).check()
  await borrower.getByRole('button', { name: 'Write it into the loan' }).click()
  await expect(borrower.getByText('Not answered yet.')).toBeVisible()

  await steward.reload()
  await expect(steward.getByText('Do not power: an incident is open.', { exact: false })).toBeVisible()
  // The sheet does not know of the incident, and says so.
  await expect(papers).toContainText('The record says otherwise since: what must not be done')
  await act(steward, 'Write to the other side, or answer').click()
  await steward.getByLabel('What you want to say').fill('Gladly.')
  await steward.getByRole('button', { name: 'Write it into the loan' }).click()
  await expect(steward.getByText('Not answered yet.')).toBeHidden()
  await act(steward, 'Confirm what arrived').click()
  await steward.getByLabel('mains lead, how many').fill('1')
  await expect(steward.getByText('Short: mains lead', { exact: false })).toBeVisible()
  await steward.getByRole('button', { name: 'Record what arrived' }).click()
  await expect(steward.getByText(/Short: 1 of 2 mains lead/)).toBeVisible()
  await look(steward, /on its return$/, { cover: 'a dent at the right corner, 2 cm' })

  // Where the mark belongs, what is due, and what must be tested.
  const condition = steward.getByRole('region', { name: /^Condition of SW 2024\.11/ })
  await expect(condition.getByText('New on cover: a dent at the right corner, 2 cm.')).toBeVisible()
  await expect(condition).toContainText('between the look before packing')
  await expect(condition.getByRole('img', { name: 'cover, on its return' })).toBeVisible()
  await expect(condition).toContainText('In that time it was with Lindvik harbour hall and Moor Road Vans')
  const tested = steward.getByRole('region', { name: 'To be tested' })
  await expect(tested).toContainText('to test again since it was away')
  await expect(act(steward, 'Close the loan')).toBeHidden()
  await act(steward, 'Account for what will not come home').click()
  await steward.getByLabel('Agreed with whom, and how').fill('by telephone with Tora Lind: they buy another')
  await steward.getByRole('button', { name: 'Account for the thing' }).click()
  await steward.getByRole('button', { name: 'Agree with the difference' }).click()
  await borrower.reload()
  await borrower.getByRole('button', { name: 'Agree with the difference' }).click()
  await expect(borrower.getByText('agreed by both sides')).toBeVisible()
  await steward.reload()
  await act(steward, 'Close the loan').click()
  await steward.getByRole('button', { name: 'Close the loan' }).last().click()
  await expect(steward.getByText('Closed').first()).toBeVisible()

  // A loan of somebody else’s is no loan to a guest.
  const stranger = await signIn(browser, 'ferry.office')
  // What they are asked stands in their home, and is answered there.
  const asked = stranger.getByRole('region', { name: 'Asked of you' })
  await expect(asked).toContainText('Do you agree to work that cannot be undone')
  await asked.getByLabel('In your words, if you like').fill('the base only')
  await asked.getByRole('button', { name: 'I agree' }).click()
  await expect(stranger.getByText('Nothing is asked of you at the moment.', { exact: false })).toBeVisible()
  await stranger.goto(address)
  await expect(stranger.getByText('No loan of yours is recorded at this address.')).toBeVisible()
})
