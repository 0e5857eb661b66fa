import { lotStory } from '../../../db/queries/seed'

export default gardenRoute(async (event, { db, garden }) => await lotStory(db, garden, idOf(event)) ?? notFound())
