import type { States } from '@virgulta/core/log/fold'
import type { SubjectType } from '@virgulta/core/log/kind'
import { date, index, jsonb, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core'
import { gardens } from './garden'
import { ofPresentGarden } from './locks'

/** The columns every read model has: whose it is, its tag code, and its whole state as the core folded it. */
const modelOf = <T extends SubjectType>() => ({
  gardenId: uuid('garden_id').notNull().references(() => gardens.id, { onDelete: 'cascade' }),
  id: uuid().notNull(),
  code: text().notNull(),
  state: jsonb().$type<States[T]>().notNull(),
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
])

export const crosses = pgTable('crosses', {
  ...modelOf<'cross'>(),
  crop: text().notNull(),
  seedParentId: uuid('seed_parent_id').notNull(),
  pollenParentId: uuid('pollen_parent_id'),
  plannedOn: date('planned_on', { mode: 'string' }).notNull(),
}, t => [primaryKey({ columns: [t.gardenId, t.id] }), ofPresentGarden()])

export const flowers = pgTable('flowers', {
  ...modelOf<'flower'>(),
  crossId: uuid('cross_id').notNull(),
  seedParentId: uuid('seed_parent_id').notNull(),
  status: text().notNull(),
}, t => [
  ofPresentGarden(),
  primaryKey({ columns: [t.gardenId, t.id] }),
  index('flowers_by_cross').on(t.gardenId, t.crossId),
  index('flowers_by_status').on(t.gardenId, t.status),
])

export const seedLots = pgTable('seed_lots', {
  ...modelOf<'seedLot'>(),
  crossId: uuid('cross_id').notNull(),
}, t => [
  ofPresentGarden(),
  primaryKey({ columns: [t.gardenId, t.id] }),
  index('seed_lots_by_cross').on(t.gardenId, t.crossId),
])

export const sowings = pgTable('sowings', {
  ...modelOf<'sowing'>(),
  crossId: uuid('cross_id').notNull(),
  lotId: uuid('lot_id').notNull(),
}, t => [
  ofPresentGarden(),
  primaryKey({ columns: [t.gardenId, t.id] }),
  index('sowings_by_cross').on(t.gardenId, t.crossId),
])
