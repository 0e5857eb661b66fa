import { group } from 'd3-array'
import type { CropGuide } from '../crops/guide'
import type { Flower } from '../flowers/flower'
import { once } from '../once'
import type { CropOnRound, RoundGround } from '../round/round'
import { roundUntil } from '../round/round'
import type { Stop } from '../round/stop'
import type { ISODate } from '../time/days'
import { bloomWork, grownCrops, parentBlooms } from './blooms'
import type { GardenDay } from './day'
import { aroundPlant, bestDayAt, hoursAt } from './places'
import { pollenWork, seasonPollen } from './pollen'
import { wayWork } from './ways'
import { chillOutdoors } from './chilling'
import type { HeldStates } from './states'

/** What each crop of the garden brings to the round: what stands, the work its blooms and its pollen ask for, the hours of its flowers today. */
export const cropsOnRound = (day: GardenDay): CropOnRound[] =>
  once(day, 'crops on round', () => {
    const grown = grownCrops(day)
    const [blooms, pollen] = [bloomWork(day), pollenWork(day)]
    return [...day.garden.crops.values()]
      .filter(({ guide }) => grown.has(guide.id))
      .map(({ guide, knowledge, history }) => ({
        guide,
        knowledge,
        history,
        work: [...(blooms.get(guide.id) ?? []), ...(pollen.get(guide.id) ?? []), ...wayWork(day, guide.id)],
        // Where nobody said where the garden lies there is no sun to go by: the guide's usual hours stand.
        ...(day.isSited ? { hoursAt: (placeId: string | null) => hoursAt(day, guide, placeId) } : {}),
        ...(day.isSited && goesBySun(guide)
          ? { bestDayAt: (placeId: string | null) => bestDayAt(day, guide, placeId) }
          : {}),
      }))
  })

/** True where cloud or damp puts off when pollen is dry or stigmas are ready. */
const goesBySun = ({ bloom: { hours } }: CropGuide): boolean =>
  [hours.receptive, hours.sheds].some(({ needs }) => needs.includes('light') || needs.includes('dryness'))

/** Crosses whose pollen waits in a tube. */
const fromShelf = (day: GardenDay): ReadonlySet<string> =>
  once(
    day,
    'crosses from the shelf',
    () => new Set(seasonPollen(day).flatMap(({ need, how }) => (how === 'shelf' ? [need.crossId] : []))),
  )

/** The garden around its round. */
function groundOf(day: GardenDay): RoundGround {
  const { plant } = day.garden.states
  const blooms = parentBlooms(day)
  return {
    today: day.today,
    placeOf: id => day.resolved(plant.get(id)?.placeId ?? null),
    plantOf: id => plant.get(id) ?? null,
    bloomOf: id => blooms.get(id) ?? null,
    places: day.places,
    aroundOf: id => aroundPlant(day, id),
    isFromShelf: id => fromShelf(day).has(id),
    chillOf: (sowing, guide) => chillOutdoors(day, sowing, guide),
    resolved: day.resolved,
  }
}

/** Fruits that hang on each plant, the youngest first. */
const hangingFruits = ({ flower }: HeldStates): ReadonlyMap<string, Flower[]> =>
  once(flower, 'hanging', () =>
    group(
      [...flower.values()]
        .filter(one => one.status === 'taken')
        .sort((a, b) => b.takenOn!.localeCompare(a.takenOn!)),
      one => one.seedParentId,
    ),
  )

/** What may come off a plant that carries too much: what is only pollinated where one fruit is all it bears, else the youngest fruits. */
export function mayComeOff(
  { garden: { states, crops } }: GardenDay,
  plantId: string,
  crop: string,
): Flower[] {
  if (crops.get(crop)?.guide.fruitLoad?.high !== 1) return hangingFruits(states).get(plantId) ?? []
  const pending = [...states.flower.values()].filter(
    flower => flower.seedParentId === plantId && flower.status === 'pollinated',
  )
  return pending.length ? pending : (hangingFruits(states).get(plantId) ?? [])
}

/** Flowers of which two notes do not go together. */
export const tornFlowers = ({ flower }: HeldStates): Flower[] =>
  once(flower, 'torn', () => [...flower.values()].filter(one => one.conflicts.length))

/** All work that is due by a day, in the order of the round. */
export const stopsUntil = (day: GardenDay, until: ISODate): Stop[] =>
  once(day, `stops until ${until}`, () => roundUntil(cropsOnRound(day), groundOf(day), until))
