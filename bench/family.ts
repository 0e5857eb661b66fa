import type { Browser } from '@playwright/test'
import { quantileSorted, range } from 'd3-array'
import { v7 } from 'uuid'
import { Visitor, entry, plantedCross } from '../tests/server/visitor'
import { signedIn } from './context'
import type { Row } from './measure'

/** A family as large as a breeder scores in one summer. */
const [PLANTS, TRAITS, MOST_AT_ONCE] = [1500, 12, 4000]
const [OPEN_AIM_MS, KEY_AIM_MS] = [500, 16]

/** A garden with one large family, each plant scored in every trait. */
async function largeFamily(address: string): Promise<Visitor> {
  const keeper = await new Visitor(address).startGarden('One large family')
  const { ids } = await plantedCross(keeper)
  const note = async (all: ReturnType<typeof entry>[]) => {
    for (let i = 0; i < all.length; i += MOST_AT_ONCE) {
      const { status, body } = await keeper.ask('POST', '/api/entries', {
        entries: all.slice(i, i + MOST_AT_ONCE),
        anyway: true,
      })
      if (status !== 200) throw new Error(`The large family was refused: ${JSON.stringify(body)}`)
    }
  }
  const [packet, sown] = (await keeper.codes(2)) as [string, string]
  const codes = await keeper.codes(PLANTS)
  const [lot, tray] = [v7(), v7()]
  const plants = codes.map(code => ({ id: v7(), code }))
  const own = range(TRAITS).map(() => v7())
  const { cross, seedParent, pollenParent } = ids
  await note([
    entry('seedReceived', lot, { code: packet, crossId: cross, seeds: 2 * PLANTS, from: 'a friend' }, 180),
    entry(
      'sown',
      tray,
      { code: sown, lotId: lot, crossId: cross, seeds: 2 * PLANTS, container: 'tray', placeId: null },
      170,
    ),
    entry('seedlingsUp', tray, { count: PLANTS }, 150),
    entry(
      'seedlingsRaised',
      tray,
      {
        plants,
        crop: 'chilli',
        crossId: cross,
        seedParentId: seedParent,
        pollenParentId: pollenParent,
        placeId: null,
      },
      140,
    ),
    ...own.map((id, i) =>
      entry(
        'traitAdded',
        id,
        {
          crop: 'chilli',
          trait: {
            name: `trait ${i + 1}`,
            hint: 'as it stands',
            scale: 'steps',
            steps: ['none', 'weak', 'fair', 'good', 'strong'],
          },
        },
        130,
      ),
    ),
  ])
  await note(
    plants.flatMap(({ id }, p) =>
      own.map((trait, t) => entry('scored', id, { trait, value: (p * 7 + t * 3) % 5 }, 20)),
    ),
  )
  return keeper
}

/** How long a large family takes to open from the list, and from a key to the changed row, laid out. */
export async function familyRows(browser: Browser, address: string): Promise<Row[]> {
  const keeper = await largeFamily(address)
  const context = await signedIn(browser, address, keeper.cookie)
  const page = await context.newPage()
  const opened: number[] = []
  for (let i = 0; i < 5; i++) {
    await page.goto(`${address}/offspring`)
    const row = page.getByRole('row').nth(1)
    await row.waitFor()
    const began = performance.now()
    await row.click()
    await page.getByRole('gridcell').nth(20).waitFor()
    opened.push(performance.now() - began)
  }
  const keyed = await page.evaluate(async presses => {
    const times: number[] = []
    for (let i = 0; i < presses; i++) {
      const from = performance.now()
      document.body.dispatchEvent(new KeyboardEvent('keydown', { key: String(1 + (i % 5)), bubbles: true }))
      // The rows are patched in a microtask; reading a size makes the browser lay them out.
      for (let turn = 0; turn < 10; turn++) await Promise.resolve()
      document.querySelector('[role=grid]')!.getBoundingClientRect()
      times.push(performance.now() - from)
      await new Promise(resolve => setTimeout(resolve, 250))
    }
    return times.slice(5)
  }, 65)
  await context.close()
  const row = (what: string, times: number[], aim: number): Row => {
    const sorted = times.sort((a, b) => a - b)
    return { what, p50: quantileSorted(sorted, 0.5), p95: quantileSorted(sorted, 0.95), unit: 'ms', aim }
  }
  return [
    row(`family of ${PLANTS} × ${TRAITS}: opened from the list`, opened, OPEN_AIM_MS),
    row(`family of ${PLANTS} × ${TRAITS}: from a key to the row`, keyed, KEY_AIM_MS),
  ]
}
