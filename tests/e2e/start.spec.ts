/** What a screen begins with: asked for once and early, drawn from the top, searched without losing what is pressed. */
import { expect, test } from '@playwright/test'
import { addPlant, lookTest, startGarden } from './garden'

lookTest('Today asks for each thing once, and draws all its stops', async ({ page }) => {
  await page.goto('/today')
  await expect(page.getByRole('heading', { name: /June/ })).toBeVisible()
  const asked: string[] = []
  page.on('request', request => asked.push(new URL(request.url()).pathname))
  await page.reload()
  const { total } = await (await page.request.get('/api/round')).json()
  await expect(page.getByText(`${total} stops at`)).toBeVisible()
  // A row is one stop, or says how many flowers it stands for.
  const drawn = async () => {
    const texts = await page.locator('.stop, .together').allInnerTexts()
    return texts.reduce((sum, text) => sum + Number(/^\s*(\d+) flowers/.exec(text)?.[1] ?? 1), 0)
  }
  await expect.poll(drawn).toBe(total)
  for (const path of ['/api/session', '/api/garden', '/api/round'])
    expect(asked.filter(one => one === path)).toHaveLength(1)
  // Before the scripts are there, and with few of them.
  const scripts = asked.filter(path => path.endsWith('.js'))
  expect(asked.indexOf('/api/garden')).toBeLessThan(asked.indexOf(scripts.at(-1)!))
  expect(scripts.length).toBeLessThan(30)
})

test('of a search that is still under way only what is called so can be chosen', async ({ page }) => {
  await startGarden(page, 'Searched beds')
  for (const name of ['Slow Ember', 'Slow Lantern', 'Quick Ember']) await addPlant(page, name)
  await page.goto('/crosses/new')
  const picker = page.getByRole('combobox', { name: /Seed parent/ })
  await picker.click()
  await expect(page.getByRole('option')).toHaveCount(3)
  let answer = () => {}
  const held = new Promise<void>(resolve => (answer = resolve))
  await page.route('**/api/plants?*q=*', async route => {
    await held
    await route.continue()
  })
  await picker.fill('lantern')
  await expect(page.getByRole('option')).toHaveText([/Slow Lantern/])
  await picker.fill('lanterns')
  await expect(page.getByText('Looking …')).toBeVisible()
  await picker.fill('lantern')
  await page.getByRole('option', { name: 'Slow Lantern' }).click()
  answer()
  await expect(picker).toHaveValue('Slow Lantern')
  await picker.fill('nobody')
  await expect(page.getByText('No plant is called that; add it under Plants.')).toBeVisible()
})
