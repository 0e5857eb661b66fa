import { expect, test } from '@playwright/test'
import { addPlant, daysAgo, expectClosed, pick, startGarden, startGardenByHand } from './garden'

test('a cross goes from an empty garden to judged seedlings, and its stem tells the story', async ({
  page,
}) => {
  test.setTimeout(600_000)
  await startGardenByHand(page, 'Errand beds')
  await addPlant(page, 'Ember Try')
  await addPlant(page, 'Lantern Try')

  // Plan.
  await page.getByRole('link', { name: 'Crosses' }).click()
  await page.getByRole('link', { name: 'Plan the first cross' }).click()
  await pick(page, /Seed parent/, 'Ember Try')
  await pick(page, /Pollen parent/, 'Lantern Try')
  await page.getByLabel('The aim in a sentence').fill('Purple leaf on a low plant')
  await expect(page.getByText('What so many flowers should lead to')).toBeVisible()
  await page.getByRole('button', { name: 'Plan this cross' }).click()
  await expect(page.getByRole('heading', { name: 'Purple leaf on a low plant', level: 1 })).toBeVisible()
  const cross = page.url()

  // Choose a flower: its tag code is there at once.
  await page.getByRole('button', { name: 'Choose a flower' }).first().click()
  const panel = page.getByRole('navigation', { name: 'Flower' })
  await expect(panel.getByText(/^\s*\d\d-[2-9A-Y]{4}\s*$/)).toBeVisible()

  // Everything was done earlier this season and is noted late, each on its day.
  const openOthers = async () => {
    if (!(await panel.getByLabel('Done on').isVisible()))
      await panel.getByText('Another step, or an earlier day').click()
  }
  const note = async (day: number, ...answers: string[]) => {
    await openOthers()
    await panel.getByLabel('Done on').fill(daysAgo(day))
    for (const answer of answers) await panel.getByRole('button', { name: answer, exact: true }).click()
  }
  // A day before the flower was chosen does not fit: the log says so.
  await note(99, 'Petals off, all 6 out')
  await expect(page.getByRole('alert').filter({ hasText: 'got its tag on' }).first()).toBeVisible()
  await note(0, 'Petals off, all 6 out', 'Clean', 'Mesh bag on')
  await expect(panel.getByRole('heading', { name: 'Is the stigma ready?' })).toBeVisible()
  await expect(panel.getByText('guide', { exact: true })).toBeVisible()
  await openOthers()
  await panel.getByRole('button', { name: 'look', exact: true }).click()
  await panel.getByRole('button', { name: 'Not yet' }).click()
  await expect(panel.getByText(/look again a day later/)).toBeVisible()
  await panel.getByRole('button', { name: 'Ready', exact: true }).click()
  await expect(panel.getByRole('heading', { name: 'Pollinate from Lantern Try' })).toBeVisible()
  await panel.getByRole('button', { name: 'Pollinated, covered again', exact: true }).click()
  await expect(panel.getByRole('heading', { name: 'Has it taken?' })).toBeVisible()
  await panel.getByRole('button', { name: 'Taken', exact: true }).click()
  await panel.getByRole('button', { name: 'Cover is off', exact: true }).click()
  await expect(panel.getByRole('heading', { name: 'Is the fruit ripe?' })).toBeVisible()

  // Harvest: sound and empty must fit what was counted.
  await panel.getByRole('button', { name: 'Harvest', exact: true }).click()
  const harvest = page.getByRole('dialog', { name: 'Harvest' })
  const fill = async (label: string, count: number) => {
    await harvest.getByLabel(label, { exact: true }).fill(String(count))
    await harvest.getByLabel(label, { exact: true }).press('Tab')
  }
  await fill('Seeds counted', 20)
  await fill('Sound', 19)
  await fill('Empty', 3)
  await harvest.getByRole('button', { name: 'Fill a packet' }).click()
  await expect(harvest.getByText('20 seeds were counted, but 19 sound and 3 empty make 22.')).toBeVisible()
  await fill('Empty', 1)
  await harvest.getByRole('button', { name: 'Fill a packet' }).click()
  await expect(harvest.getByRole('heading', { name: 'Packet filled' })).toBeVisible()
  await harvest.getByRole('button', { name: 'Done' }).click()
  await expectClosed(page)

  // Sow part of the packet.
  await page.goto('/seed')
  await page.getByRole('link', { name: /^\d\d-/ }).click()
  await expect(page.getByRole('heading', { name: '19 seeds in the packet' })).toBeVisible()
  await page.getByRole('button', { name: 'Sow from it' }).click()
  const sow = page.getByRole('dialog', { name: 'Sow' })
  await sow.getByLabel('Seeds', { exact: true }).fill('25')
  await sow.getByLabel('Seeds', { exact: true }).press('Tab')
  await sow.getByRole('button', { name: 'Sow' }).click()
  await expect(sow.getByText(/holds 19 seeds, so 25 cannot be sown/)).toBeVisible()
  await sow.getByLabel('Seeds', { exact: true }).fill('12')
  await sow.getByLabel('Seeds', { exact: true }).press('Tab')
  await sow.getByRole('button', { name: 'Sow' }).click()

  // Seedlings, losses, plants with codes.
  await expect(page.getByRole('heading', { name: /0 of 12 up/ })).toBeVisible()
  const tray = page.getByRole('region', { name: 'Note in this tray' })
  await tray.getByRole('textbox', { name: 'New seedlings up' }).fill('6')
  await tray.getByRole('textbox', { name: 'New seedlings up' }).press('Tab')
  await tray.getByRole('button', { name: 'Note', exact: true }).click()
  await expect(page.getByRole('heading', { name: /6 of 12 up/ })).toBeVisible()
  await tray.getByRole('button', { name: 'One more: New seedlings up' }).click()
  await tray.getByRole('button', { name: 'Note', exact: true }).click()
  await expect(page.getByRole('heading', { name: /8 of 12 up/ })).toBeVisible()
  await tray.getByRole('button', { name: 'Note the loss' }).click()
  await tray.getByRole('button', { name: 'damped off' }).click()
  await expect(tray.getByText('7 stand in the tray.')).toBeVisible()
  await tray.getByRole('button', { name: 'Give them codes' }).click()
  await page.getByRole('link', { name: 'Score the family' }).click()

  // Score one trait by the number keys, judge with the reason.
  await expect(page.getByText('7 plants; 0 scored for leaf colour.')).toBeVisible()
  await page.keyboard.press('3')
  await expect(page.getByText('7 plants; 1 scored for leaf colour.')).toBeVisible()
  await page.keyboard.press('1')
  await expect(page.getByText('7 plants; 2 scored for leaf colour.')).toBeVisible()
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('k')
  await page.getByRole('button', { name: 'compact' }).click()
  await expect(page.getByRole('gridcell', { name: 'keep', exact: true })).toBeVisible()
  await page.keyboard.press('d')
  await page.getByRole('button', { name: 'leggy' }).click()
  await expect(page.getByRole('gridcell', { name: 'discard', exact: true })).toBeVisible()

  // The stem tells it all.
  await page.goto(cross)
  const stem = page.getByRole('group', { name: 'The stem of this cross' })
  await expect(stem.getByRole('listitem').filter({ hasText: 'seeds' }).first()).toContainText('19')
  await expect(stem.getByRole('listitem').filter({ hasText: 'kept' })).toContainText('1, 1 discarded')
  await expect(stem.getByRole('listitem').filter({ hasText: /^\s*judged/ })).toContainText('1 lost')

  // The last thing noted is taken back from the log, and the stem follows.
  await page
    .getByRole('region', { name: 'Noted on this cross' })
    .getByRole('button', { name: /Undo .*codes and became/ })
    .click()
  await expect(page.getByRole('alert')).toContainText('Later steps stand on this one')
})

test('an undo within ten seconds takes the step back', async ({ page }) => {
  await startGarden(page, 'Undo beds')
  await addPlant(page, 'Single Try')
  const undo = page.getByRole('button', { name: 'Undo', exact: true })
  await undo.click()
  // An address that is opened at once would take the request along with it.
  await expect(undo).toHaveCount(0)
  await page.goto('/plants')
  await expect(page.getByRole('heading', { name: 'No plant is in the garden yet' })).toBeVisible()
})

test('a plant crossed with itself asks whether a self is meant', async ({ page }) => {
  await startGarden(page, 'Self beds')
  await addPlant(page, 'Lone Try')
  await page.getByRole('link', { name: 'Plan a cross with it' }).click()
  await pick(page, /Pollen parent/, 'Lone Try')
  await page.getByLabel('The aim in a sentence').fill('Fix it')
  await page.getByRole('button', { name: 'Plan this cross' }).click()
  await expect(page.getByText(/Is a self meant\?/).first()).toBeVisible()
  await page.getByRole('button', { name: 'Yes, a self is meant' }).click()
  await expect(page.getByRole('heading', { name: 'Fix it', level: 1 })).toBeVisible()
  await expect(page.getByText('itself', { exact: true }).first()).toBeVisible()
})
