import { plantStory } from '../../db/queries/plants'

export default gardenRoute(async (event, { db, garden }) => await plantStory(db, garden, idOf(event)) ?? notFound())
