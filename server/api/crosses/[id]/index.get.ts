import { crossPage } from '../../../db/queries/crosses'

export default gardenRoute(async (event, { db, garden }) => await crossPage(db, garden, idOf(event)) ?? notFound())
