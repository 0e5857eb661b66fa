import { betaBinomialCdf } from '@virgulta/core/chance/distributions'
import { without } from '@virgulta/core/crops/digest'
import { cropYields } from '@virgulta/core/crops/knowledge'
import { counts } from '@virgulta/core/crops/records'
import type { LoggedDeed } from '@virgulta/core/log/entry'
import { gardenOf } from '@virgulta/core/testing/garden'
import { dayOf } from '@virgulta/core/time/days'
import { expect, it } from 'vitest'
import { lakeEntries } from './lake'
import { ZONE } from './scribe'
import { PLACES } from './stock'

const places = PLACES.map((name, i) => ({ id: `00000000-0000-4000-8000-00000000000${i}`, name }))

/** Where the first that was counted at each cross lies among what the rest of its garden lets expect, from 0 to 1. */
function placesAmongExpected(of: 'take' | 'germination', seed: number): number[] {
  const told = lakeEntries(places, seed).entries
  const { crops } = gardenOf(
    told.map(entry => ({ ...entry, day: dayOf(entry.happenedAt, ZONE) }) as LoggedDeed),
  )
  return [...crops.values()].flatMap(crop =>
    crop.history.crosses.flatMap(cross => {
      const [first, ...others] = counts[of](crop.ofCross(cross.id))
      const unit = of === 'take' ? [first!, ...others] : [first!]
      if (!first) return []
      const [successes, tries] = (['successes', 'tries'] as const).map(part =>
        unit.reduce((sum, record) => sum + record[part], 0),
      ) as [number, number]
      const rest = without(crop.digest, crop.digests.get(cross.id)!)
      const { a, b } = cropYields(crop.guide, rest, cross).shares[of]
      const below = successes ? betaBinomialCdf(successes - 1, tries, a, b) : 0
      return [(below + betaBinomialCdf(successes, tries, a, b)) / 2]
    }),
  )
}

it.each(['take', 'germination'] as const)(
  'what the demo garden is told of %s holds in its story about as often as it says',
  of => {
    const found = [1, 2, 3].flatMap(seed => placesAmongExpected(of, seed))
    expect(found.length).toBeGreaterThan(90)
    const held = found.filter(place => place > 0.1 && place < 0.9).length / found.length
    expect(held).toBeGreaterThan(0.72)
    expect(held).toBeLessThan(0.9)
  },
)
