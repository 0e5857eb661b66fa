import { describe, expect, it } from 'vitest'
import type { HourRule } from '../crops/guide'
import { hoursOn } from '../bloom/hours'
import { fold } from '../log/fold'
import { deed, newId } from '../testing/deeds'
import type { WeatherHour } from '../weather/hour'
import { airAt } from './air'
import type { Conditions } from './kinds'
import { conditionsInWords } from './kinds'
import { OPEN_BED, conditionsOn, isRainedOn } from './place'

const id = newId()
const house: Conditions = {
  shelter: 'glass',
  visitors: false,
  shade: 'half',
  warmth: { by: 'range', low: 18, high: 26 },
}

describe('a place', () => {
  it('is an open bed until somebody says what it is like', () => {
    expect(conditionsOn(undefined, '2026-06-12')).toBe(OPEN_BED)
    expect([isRainedOn(OPEN_BED), OPEN_BED.visitors]).toEqual([true, true])
  })

  it('was before the first word as on that day, and is otherwise as it was told last', () => {
    const place = fold('place', id, [
      deed('2026-05-01', 'placeSet', id, house),
      deed('2026-09-01', 'placeSet', id, { ...house, visitors: true }),
    ])!
    const visitorsOn = (day: string) => conditionsOn(place, day).visitors
    expect(['2025-01-01', '2026-05-01', '2026-08-31', '2026-09-01', '2027-01-01'].map(visitorsOn)).toEqual([
      false,
      false,
      false,
      true,
      true,
    ])
  })

  it('told of twice on one day is as it was told last', () => {
    const twice = [deed('2026-05-01', 'placeSet', id, house), deed('2026-05-01', 'placeSet', id, OPEN_BED)]
    expect(fold('place', id, twice)!.spells).toEqual([{ since: '2026-05-01', conditions: OPEN_BED }])
  })

  it('is put in words, with what is not as one would think', () => {
    expect(conditionsInWords(OPEN_BED)).toBe('in the open')
    expect(conditionsInWords(house)).toBe('under glass or film, half shade, 18–26 °C')
    expect(conditionsInWords({ ...house, visitors: true, shade: 'sun' })).toBe(
      'under glass or film, visitors come in, 18–26 °C',
    )
    expect(conditionsInWords({ ...OPEN_BED, visitors: false })).toBe('in the open, visitors kept out')
  })
})

describe('the air at a place', () => {
  const wet = Array.from({ length: 24 }, (_, hour): WeatherHour => ({
    at: new Date(Date.UTC(2026, 5, 12, hour)).toISOString(),
    celsius: 8,
    cloud: 0.4,
    light: 100,
    rainMm: 1,
    humidity: 97,
    windMs: 3,
  }))

  it('is the weather in the open, and under a net', () => {
    expect(airAt(OPEN_BED, wet)).toEqual(wet)
    expect(airAt({ ...OPEN_BED, shelter: 'net', visitors: false }, wet)[0]!.rainMm).toBe(1)
  })

  it('is dry under a roof, as warm as was told, and dimmer in the shade', () => {
    const [hour] = airAt(house, wet)
    expect(hour).toMatchObject({ rainMm: 0, celsius: 22, cloud: 0.65 })
    expect(hour!.humidity).toBeLessThan(80)
  })

  it('is as warm as its logger measured, and stays so where it measured nothing yet', () => {
    const at = Date.UTC(2026, 5, 12, 5)
    const air = airAt({ ...house, warmth: { by: 'store', storeId: newId() } }, wet, [
      { at, celsius: 20 },
      { at: at + 1_800_000, celsius: 24 },
    ])
    expect([air[4]!.celsius, air[5]!.celsius, air[23]!.celsius]).toEqual([8, 22, 22])
  })

  it('lets a flower shed in the rain outside', () => {
    const rule = (needs: HourRule['needs']): HourRule => ({
      after: 'sunrise',
      minutes: { low: 120, high: 240 },
      lastsMinutes: 300,
      needs,
    })
    const rules = {
      mildCelsius: 16,
      opens: rule(['light']),
      receptive: rule(['warmth']),
      sheds: rule(['dryness']),
    }
    const shedsIn = (hours: WeatherHour[]) =>
      hoursOn('2026-06-12', { latitude: 53, longitude: -8 }, 'Europe/Dublin', hours, rules).sheds.at
    expect(shedsIn(wet)).toBeNull()
    expect(shedsIn(airAt(house, wet))).not.toBeNull()
  })
})
