import { families } from '../../db/queries/offspring'

export default gardenRoute(async (_, { db, garden }) => families(db, garden))
