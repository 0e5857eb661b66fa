import { greatest, group, mean, sum } from 'd3-array'
import type { CropTrait } from '../crops/definition'
import type { ToldHeritability } from '../merit/heritability'
import { heritabilityByParents, heritabilityBySibs } from '../merit/heritability'
import { liabilityOf } from '../merit/liability'
import type { SeenScore } from '../merit/traitMerit'
import { classNames, isOrdered } from '../offspring/trait'
import { gardenYearOf } from '../season/band'
import type { Stock } from './stock'
import { usualLooks } from './stock'

/** Traits that plants can be worth more or less in: swatches have no order. */
export const meritTraits = (traits: CropTrait[]): CropTrait[] => traits.filter(isOrdered)

/** The trait of some that was scored most often; the first one where none was. */
export const mostScored = (stock: Stock, traits: CropTrait[]): CropTrait | undefined => {
  const plants = [...stock.plants.values()]
  return greatest(traits, ({ id }) => sum(plants, ({ looks }) => looks.get(id)?.scores.length ?? 0))
}

/** The scores of a trait in a stock, as merit is reckoned from them; second looks of one day are no witnesses of their own. */
export const seenScores = (stock: Stock, trait: string): SeenScore[] =>
  [...stock.plants.values()].flatMap(({ plant, looks }) =>
    (looks.get(trait)?.scores ?? []).flatMap(({ value, on, placeId, by, again }) =>
      again
        ? []
        : [
            {
              plantId: plant.id,
              value,
              season: String(gardenYearOf(on, stock.definition.half)),
              placeId,
              by: by ?? null,
            },
          ],
    ),
  )

/** How far a trait is handed on, by the older ways of telling. */
export interface FamilyHeritability {
  parents: ToldHeritability | null
  sibs: ToldHeritability | null
}

/**
 * How far a trait is handed on, by families beside their parents and by how alike sibs are. Plants that were set apart teach nothing;
 * of steps it is what lies behind them.
 */
export function familyHeritability(stock: Stock, trait: CropTrait): FamilyHeritability {
  const classes = classNames(trait)
  const values = seenScores(stock, trait.id).map(score => score.value)
  const liability = classes && liabilityOf(classes.map((_, c) => values.filter(value => value === c).length))
  if (classes && !liability) return { parents: null, sibs: null }
  const scored = liability?.scores
  const looks = usualLooks(stock)
  const worth = (id: string | null): number | null => {
    const own = looks.get(id ?? '')?.get(trait.id)
    if (!own) return null
    return scored ? mean(own.scores, score => scored[score.value]!)! : mean(own.means, one => one.value)!
  }
  const children = [...stock.plants.values()].flatMap(({ plant }) => {
    const value =
      plant.apart || !plant.crossId || plant.seedParentId === plant.pollenParentId ? null : worth(plant.id)
    return value === null ? [] : [{ plant, value }]
  })
  const families = [...group(children, ({ plant }) => plant.crossId).values()].map(family => ({
    seedParent: worth(family[0]!.plant.seedParentId),
    pollenParent: worth(family[0]!.plant.pollenParentId),
    offspring: family.map(({ value }) => value),
  }))
  // Steps let only a part of what lies behind them through, of what is handed on as of the rest.
  const behind = (told: ToldHeritability | null, passed: number): ToldHeritability | null =>
    told && {
      ...told,
      estimate: Math.min(1, told.estimate / passed),
      low: Math.min(1, told.low / passed),
      high: Math.min(1, told.high / passed),
    }
  const passed = liability?.passed ?? 1
  return {
    parents: behind(heritabilityByParents(families), passed),
    sibs: behind(heritabilityBySibs(families.map(({ offspring }) => offspring)), passed),
  }
}
