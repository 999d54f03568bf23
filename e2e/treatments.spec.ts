/** A yellowed lid is photographed with cards, whitened, photographed again: how much yellow is left, the badge that was warned of, and the harm. */
import { expect, test } from '@playwright/test'
import sharp from 'sharp'
import { lidPicture } from '../demo/lid-pictures.ts'
import { openMachine, signIn } from './people.ts'

const photograph = async (share: number, streaks: number) => ({
  name: 'lid.jpg',
  mimeType: 'image/jpeg',
  buffer: await sharp(Buffer.from(lidPicture(share, streaks)))
    .jpeg({ quality: 90 })
    .toBuffer(),
})

test('a case is measured, whitened and measured again; what is left of the yellow is said with its range', async ({
  browser,
}) => {
  const imke = await signIn(browser, 'imke')
  await openMachine(imke, 'SW 2025.2')
  const machine = imke.url().replace(/\?.*$/, '')
  await imke.goto(`${machine}?show=condition`)
  await imke.getByRole('link', { name: 'Treatments' }).click()
  await expect(imke.getByRole('heading', { name: 'Treatments' })).toBeVisible()

  const measure = async (share: number, streaks: number, first: boolean) => {
    await imke.getByRole('button', { name: 'Measure a colour' }).click()
    await imke.getByLabel('Zone', { exact: true }).selectOption('case')
    await imke
      .locator('input[type=file]')
      .first()
      .setInputFiles(await photograph(share, streaks))
    const choice = imke.getByLabel('Photograph', { exact: true })
    const n = first ? 1 : 2
    await expect(choice.locator('option', { hasText: 'for its colour' })).toHaveCount(n)
    await choice.selectOption({
      index: await choice
        .locator('option')
        .count()
        .then((c) => c - 1),
    })
    if (first) {
      const put = async (role: string, name: string, lightness?: string) => {
        await imke.getByLabel('What it is').selectOption(role)
        await imke.getByLabel('Its name').fill(name)
        if (lightness) await imke.getByLabel('Lightness L*').fill(lightness)
      }
      const frame = imke.getByAltText('The photograph that is measured')
      await expect(frame).toBeVisible()
      const draw = async (x: number, y: number, w: number, h: number) => {
        await frame.scrollIntoViewIfNeeded()
        const box = (await frame.boundingBox())!
        await imke.mouse.move(box.x + x * box.width, box.y + y * box.height)
        await imke.mouse.down()
        await imke.mouse.move(box.x + (x + w) * box.width, box.y + (y + h) * box.height, { steps: 4 })
        await imke.mouse.up()
      }
      await put('card', 'grey', '60')
      await draw(0.065, 0.08, 0.07, 0.06)
      await put('card', 'white', '92')
      await draw(0.265, 0.08, 0.07, 0.06)
      await put('card', 'dark', '25')
      await draw(0.465, 0.08, 0.07, 0.06)
      await put('true colour', 'under the serial label')
      await draw(0.75, 0.86, 0.14, 0.06)
      await put('patch', 'lid')
      await draw(0.12, 0.27, 0.76, 0.46)
    }
    await imke.getByRole('button', { name: 'Read the marks' }).click()
    await expect(imke.getByText('Δb* against “under the serial label”', { exact: false })).toBeVisible()
    await imke.getByRole('button', { name: 'Save the measurement' }).click()
    await expect(imke.getByRole('button', { name: 'Save the measurement' })).toBeHidden()
  }
  await measure(1, 0, true)
  await expect(imke.getByText(/^Yellow against its true colour: Δb\*/)).toBeVisible()

  await imke.getByRole('button', { name: 'Begin a treatment' }).click()
  await imke.getByLabel('Agent').fill('peroxide cream')
  await imke.getByRole('checkbox', { name: /^case/ }).check()
  await imke.getByLabel('Light', { exact: true }).selectOption('sun')
  await imke.getByLabel('Badge', { exact: true }).selectOption('left on')
  await imke.getByRole('button', { name: 'Begin it now' }).click()
  // The badge is warned of, and the house’s practice.
  await expect(imke.getByRole('alert')).toContainText('Not on badge: take it off or mask it')
  await imke.getByLabel(/^Reason, where/).fill('a trial piece; the badge is spoiled already')
  await imke.getByRole('button', { name: 'Begin it now' }).click()
  const running = imke.getByRole('region', { name: 'Running now' })
  await expect(running).toContainText('Whitening: case')
  await running.getByRole('button', { name: /half covered/ }).click()
  await expect(running).toContainText('Last: cloud 4/8')
  await running.getByRole('button', { name: 'Rinsed', exact: true }).click()
  await expect(running).toContainText('Last: rinsed with tap water')
  await imke.goto(new URL('/', machine).href)
  await expect(imke.getByRole('region', { name: 'Being treated' })).toContainText('Whitening: case')
  await imke.getByRole('link', { name: /Whitening: case/ }).click()

  await imke.getByRole('button', { name: 'End the treatment' }).click()
  await imke.getByRole('radio', { name: 'better' }).check()
  await imke.getByLabel('Badge beside it').selectOption('harmed')
  await expect(
    imke.getByText('is written as a finding, and lowers the grade', { exact: false }),
  ).toBeVisible()
  await imke.getByRole('button', { name: 'Record what came of it' }).click()
  await expect(imke.getByText('harmed: badge', { exact: false })).toBeVisible()

  await measure(0.4, 0.2, false)
  await expect(imke.getByText(/^Share of yellow left \d+ % \(\d+ to \d+\)\.$/)).toBeVisible()
  await expect(imke.getByText('more uneven than before', { exact: false })).toBeVisible()
  await expect(imke.getByText('is taken as true', { exact: false }).first()).toBeVisible()
  await imke.goto(`${machine}/survey?zone=case`)
  await expect(imke.getByText('badge harmed by whitening', { exact: false }).first()).toBeVisible()
})
