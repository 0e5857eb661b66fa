import { seasonOf } from '../../db/queries/round'

export default gardenRoute(async (_, { db, garden }) => seasonOf(db, garden))
