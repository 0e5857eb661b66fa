import type { DescentTold, Related, Ties } from '@virgulta/core/garden/lineage'
import type { FamilyHeritability } from '@virgulta/core/aims/merit'
import type { PlantMerit, TraitMerit } from '@virgulta/core/merit/traitMerit'
import type { FamilyTree } from '@virgulta/core/lineage/tree'
import { Id } from '@virgulta/core/log/kind'
import type { WayTold } from '@virgulta/core/garden/ways'
import * as v from 'valibot'
import { Sought } from './find'
import { someIds } from './someIds'

/** A number of generations in an address. */
const generations = (otherwise: number) =>
  v.optional(
    v.pipe(
      v.string(),
      v.toNumber('A number of generations is a number.'),
      v.integer('A number of generations is a whole number.'),
      v.minValue(0, 'A number of generations is 0 or more.'),
      v.maxValue(50, 'A number of generations is 50 at most.'),
    ),
    String(otherwise),
  )

/** Couples by the ids of their plants. */
const Couples = v.optional(
  v.pipe(
    v.string(),
    v.maxLength(4000, 'Too many families are open at once.'),
    v.transform(text => text.split(',').filter(Boolean)),
  ),
  '',
)

/** What of a crop's tree is drawn, as it stands in the address. */
export const TreeQuery = v.object({
  crop: v.optional(Sought, ''),
  /** whose tree it is; none: all of the crop */
  of: someIds(20),
  back: generations(4),
  forth: generations(2),
  /** couples whose families are drawn plant by plant */
  open: Couples,
})
export type TreeQuery = v.InferOutput<typeof TreeQuery>

export interface TreePage {
  crop: string
  tree: FamilyTree
  /** plants of the crop */
  plants: number
}

/** Which other plant is asked about. */
export const TiesQuery = v.object({ with: v.optional(Id) })

/** What its descent says of a plant, and how it is related to another that was asked about. */
export interface DescentPage {
  told: DescentTold
  ties: Ties | null
}

/** Which plants are compared: those that were chosen, or all that have a name or were kept. */
export const RelatedQuery = v.object({
  crop: v.optional(Sought, ''),
  of: someIds(60),
})
export type RelatedQuery = v.InferOutput<typeof RelatedQuery>

export interface RelatedPage extends Related {
  crop: string
  /** crosses that are planned and not ended, with what their offspring would be inbred by */
  crosses: {
    id: string
    code: string
    aim: string
    seedParent: { id: string; name: string; code: string }
    pollenParent: { id: string; name: string; code: string }
    /** of their offspring */
    inbreeding: number
  }[]
  /** populations with how many plants of each stand */
  populations: { id: string; name: string; code: string; plants: number | null; generation: string | null }[]
  /** plants that could be compared */
  known: number
}

/** Which trait merit is asked in, and how far it is handed on where that is known. */
export const MeritQuery = v.object({
  crop: v.optional(Sought, ''),
  trait: v.optional(v.pipe(v.string(), v.maxLength(60)), ''),
  h2: v.optional(
    v.pipe(
      v.string(),
      v.toNumber('A heritability is a number between 0 and 1.'),
      v.check(share => share > 0 && share < 1, 'A heritability lies between 0 and 1, as 0.4.'),
    ),
  ),
})
export type MeritQuery = v.InferOutput<typeof MeritQuery>

/** The crop whose ways are asked for, or a way of it. */
export const WaysQuery = v.object({ crop: v.optional(Sought, ''), way: v.optional(Id) })
export type WaysQuery = v.InferOutput<typeof WaysQuery>

/** A cross by its names. */
interface CrossCalled {
  id: string
  code: string
  aim: string
  seedParent: string
  pollenParent: string | null
  isSelf: boolean
}

/** The ways over generations that are gone in a crop, and what another one can begin with. */
export interface WaysPage {
  ways: (WayTold & { cross: CrossCalled })[]
  /** the latest first, each with when its offspring flower first */
  beginnings: (CrossCalled & { from: string })[]
}

/** A plant in the table of merit. */
export interface MeritRow extends Omit<PlantMerit, 'genet'> {
  id: string
  name: string
  code: string
  plantKind: string
  generation: string | null
  struckOff: string | null
}

/** What the plants of a crop are worth as parents in a trait. */
export interface MeritPage {
  crop: string
  /** the trait that is asked about; null where the crop has none with an order */
  trait: string | null
  /** null: it cannot be told, and why */
  merit: Omit<TraitMerit, 'plants'> | null
  why: string | null
  plants: MeritRow[]
  /** living plants that are not in the table, because they are too many */
  left: number
  families: FamilyHeritability
}
