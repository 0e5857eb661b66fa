import { crossRows } from '../../db/queries/crosses'

export default gardenRoute(async (_, { db, garden }) => crossRows(db, garden))
