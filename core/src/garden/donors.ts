import { min } from 'd3-array'
import { flowerForms } from '../crops/forms/forms'
import { usualSchool } from '../crops/guide'
import { flowersByCross } from '../crops/records'
import type { Cross } from '../crosses/cross'
import { dueAt } from '../flowers/due'
import type { Flower } from '../flowers/flower'
import { coverDonorDue } from '../pollen/due'
import type { PlantWork } from '../round/round'
import type { ISODate } from '../time/days'
import { addDays } from '../time/days'
import { once } from '../once'
import { bloomGround } from './blooms'
import type { GardenDay } from './day'
import type { LearntCrop } from './learnt'
import { aroundPlant } from './places'

/** The day on which a flower is likely to get its next pollen; null where none is to come. */
function wantedOn(day: GardenDay, flower: Flower, { guide, knowledge }: LearntCrop): ISODate | null {
  const due = dueAt(flower, guide, knowledge, aroundPlant(day, flower.seedParentId))
  switch (due?.step) {
    case 'look':
    case 'pollinate':
      return due.from
    case 'cutSilks':
      return addDays(due.from, 1)
    case 'isolate':
      return usualSchool(guide, 'timing') === 'nextMorning' ? addDays(due.from, 1) : null
    default:
      return null
  }
}

/** How soon pollen of a plant is wanted again, so that its covered flower goes on being looked at. */
const SOON_DAYS = 2

/** Plants whose pollen some flower is likely to want today or soon. */
export const wantedFathers = (day: GardenDay): ReadonlySet<string> =>
  once(day, 'wanted fathers', () => {
    const last = addDays(day.today, SOON_DAYS)
    return new Set(
      [...bloomGround(day).crops.values()].flatMap(({ crop }) => {
        const flowersOf = flowersByCross(crop.history)
        return crop.history.crosses.flatMap(({ id, pollenParentId }) =>
          pollenParentId &&
          (flowersOf.get(id) ?? []).some(flower => (wantedOn(day, flower, crop) ?? '9999') <= last)
            ? [pollenParentId]
            : [],
        )
      }),
    )
  })

/**
 * Fathers whose flowers are covered ahead, on the day before their pollen is wanted: each once for all its crosses, and not while
 * one of its flowers waits covered.
 *
 * @param isFromShelf true for a cross whose pollen waits in a tube
 */
export function coverAhead(
  day: GardenDay,
  isFromShelf: (crossId: string) => boolean,
): { crop: string; work: PlantWork }[] {
  const { plant, tube } = day.garden.states
  const waiting = new Set([...tube.values()].filter(t => !t.ended && t.waits).flatMap(t => t.donors))
  const covered = new Map<string, { crop: string; work: PlantWork; on: ISODate }>()
  const isReached = ({ guide }: LearntCrop, donorId: string) =>
    flowerForms[guide.form].strangeBy === 'wind' || aroundPlant(day, donorId).isVisited
  const add = (crop: LearntCrop, cross: Cross, flowers: Flower[]) => {
    const { pollenParentId: donorId, seedParentId } = cross
    const donor = plant.get(donorId ?? '')
    if (!donor || donor.lost || waiting.has(donor.id) || isFromShelf(cross.id)) return
    // Where no visitor comes, nothing is brought to what stands open.
    if (!isReached(crop, donor.id)) return
    const on = min(flowers, flower => wantedOn(day, flower, crop) ?? undefined)
    const due = on === undefined ? null : coverDonorDue(on, day.today, cross.code)
    if (!due || (covered.get(donor.id)?.on ?? '9999') <= on!) return
    covered.set(donor.id, {
      crop: crop.guide.id,
      on: on!,
      work: {
        subject: { type: 'plant', id: donor.id },
        code: donor.code,
        plantId: donor.id,
        crossId: cross.id,
        parents: { seedParentId, pollenParentId: donor.id },
        due,
      },
    })
  }
  for (const { crop } of bloomGround(day).crops.values()) {
    if (!crop.guide.donor.covers) continue
    const flowersOf = flowersByCross(crop.history)
    for (const cross of crop.history.crosses) add(crop, cross, flowersOf.get(cross.id) ?? [])
  }
  return [...covered.values()].map(({ crop, work }) => ({ crop, work }))
}
