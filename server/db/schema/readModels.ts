import { sql } from 'drizzle-orm'
import type { States } from '@virgulta/core/log/fold'
import type { SubjectType } from '@virgulta/core/log/kind'
import { bigint, date, index, jsonb, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core'
import { gardens } from './garden'
import { ofPresentGarden } from './locks'

/** The columns every read model has: whose it is, its tag code, its whole state as the core folded it, and the log's number when it changed. */
const modelOf = <T extends SubjectType>() => ({
  gardenId: uuid('garden_id').notNull().references(() => gardens.id, { onDelete: 'cascade' }),
  id: uuid().notNull(),
  code: text().notNull(),
  state: jsonb().$type<States[T]>().notNull(),
  revision: bigint({ mode: 'number' }).notNull().default(0),
})

export const plants = pgTable('plants', {
  ...modelOf<'plant'>(),
  name: text().notNull(),
  crop: text().notNull(),
  plantKind: text('plant_kind').notNull(),
  placeId: uuid('place_id'),
  crossId: uuid('cross_id'),
  verdict: text(),
  since: date({ mode: 'string' }).notNull(),
}, t => [
  ofPresentGarden(),
  primaryKey({ columns: [t.gardenId, t.id] }),
  index('plants_by_name').on(t.gardenId, t.name),
  index('plants_by_cross').on(t.gardenId, t.crossId),
  index('plants_by_revision').on(t.gardenId, t.revision),
  index('plants_listed').on(t.gardenId, sql`(name = code)`, t.name, t.id),
  // Most plants are seedlings that go by their code; those with a name are searched by it.
  index('plants_named').on(t.gardenId, t.name).where(sql`name <> code`),
])

export const crosses = pgTable('crosses', {
  ...modelOf<'cross'>(),
  crop: text().notNull(),
  seedParentId: uuid('seed_parent_id').notNull(),
  pollenParentId: uuid('pollen_parent_id'),
  plannedOn: date('planned_on', { mode: 'string' }).notNull(),
}, t => [primaryKey({ columns: [t.gardenId, t.id] }), index('crosses_by_revision').on(t.gardenId, t.revision), ofPresentGarden()])

export const flowers = pgTable('flowers', {
  ...modelOf<'flower'>(),
  crossId: uuid('cross_id').notNull(),
  seedParentId: uuid('seed_parent_id').notNull(),
  status: text().notNull(),
}, t => [
  ofPresentGarden(),
  primaryKey({ columns: [t.gardenId, t.id] }),
  index('flowers_by_cross').on(t.gardenId, t.crossId),
  index('flowers_by_revision').on(t.gardenId, t.revision),
])

export const seedLots = pgTable('seed_lots', {
  ...modelOf<'seedLot'>(),
  crossId: uuid('cross_id').notNull(),
}, t => [
  ofPresentGarden(),
  primaryKey({ columns: [t.gardenId, t.id] }),
  index('seed_lots_by_cross').on(t.gardenId, t.crossId),
  index('seed_lots_by_revision').on(t.gardenId, t.revision),
])

export const sowings = pgTable('sowings', {
  ...modelOf<'sowing'>(),
  crossId: uuid('cross_id').notNull(),
  lotId: uuid('lot_id').notNull(),
}, t => [
  ofPresentGarden(),
  primaryKey({ columns: [t.gardenId, t.id] }),
  index('sowings_by_cross').on(t.gardenId, t.crossId),
  index('sowings_by_revision').on(t.gardenId, t.revision),
])
