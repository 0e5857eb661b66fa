import { sowingStory } from '../../../db/queries/seed'

export default gardenRoute(async (event, { db, garden }) => await sowingStory(db, garden, idOf(event)) ?? notFound())
