import { familyPage } from '../../db/queries/offspring'

export default gardenRoute(async (event, { db, garden }) => await familyPage(db, garden, idOf(event)) ?? notFound())
