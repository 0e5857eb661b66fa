import { familyHeritability, meritTraits, mostScored } from '@virgulta/core/aims/merit'
import type { Cross } from '@virgulta/core/crosses/cross'
import { isChosen } from '@virgulta/core/garden/blooms'
import type { CropLineage } from '@virgulta/core/garden/lineage'
import {
  cropLineage,
  descentTold,
  listedIn,
  populationsOf,
  relatedOf,
  tiesBetween,
} from '@virgulta/core/garden/lineage'
import { beginnings, waysOf } from '@virgulta/core/garden/ways'
import { familyTree } from '@virgulta/core/lineage/tree'
import { offspringInbreedingOf } from '@virgulta/core/lineage/kinship'
import type {
  DescentPage,
  MeritPage,
  MeritQuery,
  MeritRow,
  RelatedPage,
  RelatedQuery,
  TreePage,
  TreeQuery,
  WaysPage,
  WaysQuery,
} from '../../../shared/lineage'
import type { Database } from '../connection'
import type { Garden } from '../garden'
import { meritIn, stockOf } from '../held/genes'
import { gardenDay } from '../held/gardenDay'
import { heldGarden } from '../held/heldGarden'

/** Plants that are compared with each other at most, and crosses told of. */
const [MOST_RELATED, MOST_CROSSES] = [40, 60]
/** Crosses that a way can begin with, the latest ones. */
const MOST_BEGINNINGS = 300
/** Plants that a table of merit holds. */
const MOST_ROWS = 3000

/** The tree of some plants, or of a whole crop; null for a crop of which the garden has no plant. */
export async function treePage(
  db: Database,
  garden: Garden,
  { crop: asked, of, back, forth, open }: TreeQuery,
): Promise<TreePage | null> {
  const whole = await heldGarden(db, garden)
  const crop = asked || (whole.states.plant.get(of[0] ?? '')?.crop ?? '')
  const { plants, lineage } = cropLineage(whole, crop)
  if (!plants.size) return null
  const known = of.filter(id => plants.has(id))
  if (of.length && !known.length) return null
  return {
    crop,
    tree: familyTree(lineage, plants, { of: known, back, forth, open: new Set(open) }),
    plants: plants.size,
  }
}

/** What its descent says of a plant, and how it is related to another; null when it is not in the garden. */
export async function descentPage(
  db: Database,
  garden: Garden,
  id: string,
  other: string | undefined,
): Promise<DescentPage | null> {
  const whole = await heldGarden(db, garden)
  const plant = whole.states.plant.get(id)
  if (!plant) return null
  const lineage = cropLineage(whole, plant.crop)
  return { told: descentTold(lineage, id)!, ties: other ? tiesBetween(lineage, id, other) : null }
}

/** How plants of a crop are related; null for a crop of which the garden has no plant. */
export async function relatedPage(
  db: Database,
  garden: Garden,
  { crop, of }: RelatedQuery,
): Promise<RelatedPage | null> {
  const whole = await heldGarden(db, garden)
  const lineage = cropLineage(whole, crop)
  const { plants } = lineage
  if (!plants.size) return null
  const chosen = [...plants.values()]
    .filter(plant => isChosen(plant) && !plant.lost && plant.plantKind !== 'population')
    // Those that bear a name before those that were only kept.
    .sort((a, b) => Number(a.name === a.code) - Number(b.name === b.code) || a.name.localeCompare(b.name))
  const asked = of.filter(id => plants.has(id))
  return {
    crop,
    ...relatedOf(lineage, asked.length ? asked : chosen.slice(0, MOST_RELATED).map(plant => plant.id)),
    crosses: crossesIn(
      lineage,
      [...whole.states.cross.values()].filter(cross => cross.crop === crop),
    ),
    populations: populationsOf(lineage),
    known: chosen.length,
  }
}

/** Crosses of two known parents, the latest first, with what their offspring would be inbred by. */
function crossesIn(
  { plants, lineage }: CropLineage,
  crosses: {
    id: string
    code: string
    aim: string
    plannedOn: string
    seedParentId: string
    pollenParentId: string | null
  }[],
): RelatedPage['crosses'] {
  const inbreeding = offspringInbreedingOf(lineage)
  return crosses
    .sort((a, b) => b.plannedOn.localeCompare(a.plannedOn) || b.code.localeCompare(a.code))
    .flatMap(({ id, code, aim, seedParentId, pollenParentId }) => {
      const [seed, pollen] = [plants.get(seedParentId), plants.get(pollenParentId ?? '')]
      const called = ({ id, name, code }: { id: string; name: string; code: string }) => ({ id, name, code })
      return seed && pollen
        ? [
            {
              id,
              code,
              aim,
              seedParent: called(seed),
              pollenParent: called(pollen),
              inbreeding: inbreeding(seed.id, pollen.id),
            },
          ]
        : []
    })
    .slice(0, MOST_CROSSES)
}

/** The ways that are gone in a crop, and the crosses that another one can begin with. */
export async function waysPage(
  db: Database,
  garden: Garden,
  { crop: asked, way }: WaysQuery,
): Promise<WaysPage> {
  const day = await gardenDay(db, garden)
  const { plant, cross, way: ways } = day.garden.states
  const crop = ways.get(way ?? '')?.crop ?? asked
  const name = (id: string | null) => plant.get(id ?? '')?.name ?? null
  const called = ({ id, code, aim, seedParentId, pollenParentId }: Cross) => ({
    ...{ id, code, aim },
    seedParent: name(seedParentId) ?? 'unknown',
    pollenParent: name(pollenParentId),
    isSelf: seedParentId === pollenParentId,
  })
  return {
    ways: waysOf(day)
      .filter(way => way.crop === crop)
      .map(way => ({ ...way, cross: called(cross.get(way.crossId)!) })),
    beginnings: beginnings(day, crop)
      .slice(0, MOST_BEGINNINGS)
      .map(({ cross, from }) => ({ ...called(cross), from })),
  }
}

/** What the plants of a crop are worth as parents in a trait; null for a crop of which the garden has no plant. */
export async function meritPage(
  db: Database,
  garden: Garden,
  { crop, trait: asked, h2 }: MeritQuery,
): Promise<MeritPage | null> {
  const whole = await heldGarden(db, garden)
  const known = whole.crops.get(crop)
  const of = cropLineage(whole, crop)
  if (!known || !of.plants.size) return null
  const stock = await stockOf(db, garden, known.guide)
  const traits = meritTraits(stock.definition.traits)
  const trait = asked ? traits.find(one => one.id === asked) : mostScored(stock, traits)
  const nothing = { crop, merit: null, plants: [], left: 0, families: { parents: null, sibs: null } }
  if (!trait)
    return {
      ...nothing,
      trait: null,
      why: asked
        ? 'This crop has no such trait with an order; choose another one.'
        : 'This crop has no trait with an order: swatches alone are worth neither more nor less.',
    }
  const families = familyHeritability(stock, trait)
  const merit = await meritIn(garden, crop, stock, of.lineage, trait, h2)
  if ('why' in merit) return { ...nothing, trait: trait.id, why: merit.why, families }
  const { plants, ...rest } = merit
  const rows = plants.flatMap(({ genet, ...told }): (MeritRow & { isFirst: boolean })[] => {
    const { isLost, verdict, ...listed } = listedIn(of, genet)
    if (isLost || of.plants.get(listed.id)!.crop !== crop) return []
    return [{ ...listed, ...told, isFirst: isChosen({ ...listed, verdict }) || told.scores > 0 }]
  })
  // Of too many, those that bear a name, were kept or were scored come first.
  const shown = rows.sort((a, b) => Number(b.isFirst) - Number(a.isFirst)).slice(0, MOST_ROWS)
  return {
    crop,
    trait: trait.id,
    merit: rest,
    why: null,
    families,
    plants: shown.map(({ isFirst: _, ...row }) => row),
    left: rows.length - shown.length,
  }
}
