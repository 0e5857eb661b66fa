import { describe, expect, it } from 'vitest'
import { deed, newId } from '../testing/deeds'
import { fold } from '../log/fold'
import { tubeDue } from './due'
import { keepsDays } from './prior'
import { canBeDried } from './worth'

describe('pollen that is kept', () => {
  it('is worth a flower for as long as its class lives: seasons, months, a day, minutes', () => {
    const [long, medium, short, minutes] = (['long', 'medium', 'short', 'minutes'] as const).map(keepsDays)
    expect(long!).toBeGreaterThan(365)
    expect(medium!).toBeGreaterThan(60)
    expect(medium!).toBeLessThan(365)
    expect([short, minutes]).toEqual([1, 0])
  })

  it('is dried where that keeps it; what lives for a day is used as it is, on its day or the next', () => {
    expect((['long', 'medium', 'short', 'minutes'] as const).map(canBeDried)).toEqual([
      true,
      true,
      false,
      false,
    ])
    const id = newId()
    const bag = fold('tube', id, [
      deed('2026-06-12', 'pollenCollected', id, {
        code: '26-7ABC',
        crop: 'sweetcorn',
        donors: [newId()],
        way: 'bag',
        stage: 'shedding',
        doses: 40,
        storeId: null,
      } as never),
    ])!
    expect(tubeDue(bag, null, '2026-06-12', 'medium')).toMatchObject({ from: '2026-06-13' })
    expect(tubeDue(bag, null, '2026-06-12', 'short')).toMatchObject({
      from: '2026-06-12',
      until: '2026-06-13',
      because: expect.stringMatching(/is not dried: empty it and use it today/),
    })
  })
})
