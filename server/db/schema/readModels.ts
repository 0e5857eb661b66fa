import { sql } from 'drizzle-orm'
import type { States } from '@virgulta/core/log/fold'
import type { SubjectType } from '@virgulta/core/log/kind'
import { bigint, date, index, jsonb, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core'
import { gardens } from './garden'
import { ofPresentGarden } from './locks'
import { soundOf } from './sound'

/** The columns every read model has: whose it is, its whole state as the core folded it, and the log's number when it changed. */
const stateOf = <T extends SubjectType>() => ({
  gardenId: uuid('garden_id')
    .notNull()
    .references(() => gardens.id, { onDelete: 'cascade' }),
  id: uuid().notNull(),
  state: jsonb().$type<States[T]>().notNull(),
  revision: bigint({ mode: 'number' }).notNull().default(0),
})

/** Things with a tag. */
const modelOf = <T extends SubjectType>() => ({ ...stateOf<T>(), code: text().notNull() })

export const plants = pgTable(
  'plants',
  {
    ...modelOf<'plant'>(),
    isSound: soundOf('plant'),
    name: text().notNull(),
    crop: text().notNull(),
    plantKind: text('plant_kind').notNull(),
    placeId: uuid('place_id'),
    crossId: uuid('cross_id'),
    verdict: text(),
    since: date({ mode: 'string' }).notNull(),
  },
  t => [
    ofPresentGarden(),
    primaryKey({ columns: [t.gardenId, t.id] }),
    index('plants_by_name').on(t.gardenId, t.name),
    index('plants_by_cross').on(t.gardenId, t.crossId),
    index('plants_by_revision').on(t.gardenId, t.revision),
    index('plants_by_crop').on(t.gardenId, t.crop),
    index('plants_listed').on(t.gardenId, sql`(name = code)`, t.name, t.id),
    // Most plants are seedlings that go by their code; those with a name are searched by it.
    index('plants_named')
      .on(t.gardenId, t.name)
      .where(sql`name <> code`),
  ],
)

export const crosses = pgTable(
  'crosses',
  {
    ...modelOf<'cross'>(),
    crop: text().notNull(),
    seedParentId: uuid('seed_parent_id').notNull(),
    pollenParentId: uuid('pollen_parent_id'),
    plannedOn: date('planned_on', { mode: 'string' }).notNull(),
  },
  t => [
    primaryKey({ columns: [t.gardenId, t.id] }),
    index('crosses_by_revision').on(t.gardenId, t.revision),
    ofPresentGarden(),
  ],
)

export const flowers = pgTable(
  'flowers',
  {
    ...modelOf<'flower'>(),
    crossId: uuid('cross_id').notNull(),
    seedParentId: uuid('seed_parent_id').notNull(),
    status: text().notNull(),
  },
  t => [
    ofPresentGarden(),
    primaryKey({ columns: [t.gardenId, t.id] }),
    index('flowers_by_cross').on(t.gardenId, t.crossId),
    index('flowers_by_revision').on(t.gardenId, t.revision),
  ],
)

export const seedLots = pgTable(
  'seed_lots',
  {
    ...modelOf<'seedLot'>(),
    crossId: uuid('cross_id').notNull(),
  },
  t => [
    ofPresentGarden(),
    primaryKey({ columns: [t.gardenId, t.id] }),
    index('seed_lots_by_cross').on(t.gardenId, t.crossId),
    index('seed_lots_by_revision').on(t.gardenId, t.revision),
  ],
)

export const sowings = pgTable(
  'sowings',
  {
    ...modelOf<'sowing'>(),
    crossId: uuid('cross_id').notNull(),
    lotId: uuid('lot_id').notNull(),
  },
  t => [
    ofPresentGarden(),
    primaryKey({ columns: [t.gardenId, t.id] }),
    index('sowings_by_cross').on(t.gardenId, t.crossId),
    index('sowings_by_revision').on(t.gardenId, t.revision),
  ],
)

/** What a crop is described by, and what is wished of it: things without a tag, few of each. */
const describedOf = <T extends SubjectType>(name: string) =>
  pgTable(name, { ...stateOf<T>(), crop: text().notNull() }, t => [
    primaryKey({ columns: [t.gardenId, t.id] }),
    ofPresentGarden(),
  ])

/** The same where pages rely on more than that it is there. */
const vettedOf = <T extends 'aim' | 'task' | 'way'>(name: string, type: T) =>
  pgTable(name, { ...stateOf<T>(), isSound: soundOf(type), crop: text().notNull() }, t => [
    primaryKey({ columns: [t.gardenId, t.id] }),
    ofPresentGarden(),
  ])

export const traits = describedOf<'trait'>('traits')
export const loci = describedOf<'locus'>('loci')
export const rules = describedOf<'rule'>('rules')
export const inheritances = describedOf<'inheritance'>('inheritances')
export const aims = vettedOf('aims', 'aim')
export const guides = describedOf<'guide'>('guides')
export const tasks = vettedOf('tasks', 'task')
export const ways = vettedOf('ways', 'way')

export const batches = pgTable(
  'batches',
  {
    ...modelOf<'batch'>(),
    isSound: soundOf('batch'),
    crop: text().notNull(),
    plantId: uuid('plant_id').notNull(),
  },
  t => [
    primaryKey({ columns: [t.gardenId, t.id] }),
    index('batches_by_plant').on(t.gardenId, t.plantId),
    ofPresentGarden(),
  ],
)

/** Weather that was read in from files; a month or so in each row. */
export const readings = pgTable(
  'readings',
  {
    ...stateOf<'readings'>(),
    isSound: soundOf('readings'),
    readOn: date('read_on', { mode: 'string' }).notNull(),
  },
  t => [primaryKey({ columns: [t.gardenId, t.id] }), ofPresentGarden()],
)

/** Tubes of pollen, where they are kept, and what was read in from the loggers of these. */
export const tubes = pgTable(
  'tubes',
  { ...modelOf<'tube'>(), isSound: soundOf('tube'), crop: text().notNull() },
  t => [primaryKey({ columns: [t.gardenId, t.id] }), ofPresentGarden()],
)
/** What it is like at the places of the garden, and was. */
export const placeHistories = pgTable(
  'place_histories',
  { ...stateOf<'place'>(), isSound: soundOf('place') },
  t => [primaryKey({ columns: [t.gardenId, t.id] }), ofPresentGarden()],
)

export const stores = pgTable('stores', { ...stateOf<'store'>(), isSound: soundOf('store') }, t => [
  primaryKey({ columns: [t.gardenId, t.id] }),
  ofPresentGarden(),
])
export const storeReadings = pgTable(
  'store_readings',
  { ...stateOf<'storeReadings'>(), isSound: soundOf('storeReadings'), storeId: uuid('store_id').notNull() },
  t => [primaryKey({ columns: [t.gardenId, t.id] }), ofPresentGarden()],
)

/** What the garden does its own way. */
export const customs = pgTable('customs', stateOf<'custom'>(), t => [
  primaryKey({ columns: [t.gardenId, t.id] }),
  ofPresentGarden(),
])

/** What is in the garden no more since a revision, so that who holds the garden of an earlier one can leave it out. */
export const removals = pgTable(
  'removals',
  {
    gardenId: uuid('garden_id')
      .notNull()
      .references(() => gardens.id, { onDelete: 'cascade' }),
    type: text().$type<SubjectType>().notNull(),
    id: uuid().notNull(),
    revision: bigint({ mode: 'number' }).notNull(),
  },
  t => [
    primaryKey({ columns: [t.gardenId, t.type, t.id] }),
    index('removals_by_revision').on(t.gardenId, t.revision),
    ofPresentGarden(),
  ],
)
