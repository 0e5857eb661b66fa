/** Gardens for tests: made of deeds, and looked at on a day. */
import { group } from 'd3-array'
import type { Half } from '../crops/half'
import type { GardenDay } from '../garden/day'
import type { WholeGarden } from '../garden/garden'
import { wholeGarden } from '../garden/garden'
import type { HeldState } from '../garden/states'
import type { LoggedDeed } from '../log/entry'
import { subjectsOf } from '../log/entry'
import { fold } from '../log/fold'
import type { ISODate } from '../time/days'
import { instantAt } from '../time/days'
import { weatherOf } from '../weather/known'
import { deed, newId } from './deeds'

/** The garden of a log, in the north unless another half is named. */
export function gardenOf(deeds: LoggedDeed[], half: Half = 'north'): WholeGarden {
  const bySubject = group(
    deeds.flatMap(deed => subjectsOf(deed).map(subject => ({ subject, deed }))),
    ({ subject: { type, id } }) => `${type} ${id}`,
  )
  const changed = [...bySubject.values()].flatMap((own): HeldState[] => {
    const { type, id } = own[0]!.subject
    const state = fold(type, id, [...new Set(own.map(({ deed }) => deed))])
    return state ? [{ type, state } as HeldState] : []
  })
  return wholeGarden({ revision: deeds.length, half, changed })
}

/** A garden on a day at eight in the morning, without a weather station. */
export function dayIn(garden: WholeGarden, today: ISODate, more: Partial<GardenDay> = {}): GardenDay {
  const zone = more.zone ?? 'Europe/Dublin'
  return {
    garden,
    today,
    now: instantAt(today, 8, zone),
    zone,
    site: { latitude: 53, longitude: -8 },
    isSited: false,
    weather: weatherOf({ today, zone, now: instantAt(today, 8, zone) }, [], null),
    places: [],
    resolved: id => id,
    logged: () => [],
    ...more,
  }
}

/** A named plant that was noted on a day. */
export const plant = (day: ISODate, id: string, name: string, crop: string, code = `26-${id.slice(-4)}`) =>
  deed(day, 'plantAdded', id, {
    name,
    code,
    crop,
    plantKind: 'clone',
    placeId: null,
    note: null,
    seedParentId: null,
    pollenParentId: null,
  })

/** A cross of two plants, planned on a day. */
export const cross = (
  day: ISODate,
  crop: string,
  seedParentId: string,
  pollenParentId: string,
  id = newId(),
) =>
  deed(day, 'crossPlanned', id, {
    code: `26-X${id.slice(-3)}`,
    crop,
    seedParentId,
    pollenParentId,
    selfMeant: false,
    aim: 'warm and healthy',
    flowersPlanned: 4,
    keepersWanted: 1,
  })
