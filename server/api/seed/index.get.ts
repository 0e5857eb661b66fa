import { seedShelf } from '../../db/queries/seed'

export default gardenRoute(async (_, { db, garden }) => seedShelf(db, garden))
