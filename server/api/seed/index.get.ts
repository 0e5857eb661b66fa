import { seedShelf } from '../../db/queries/seed'

export default gardenRoute('guest', { does: 'All packets of seed and all trays' }, ({ db, garden }) =>
  seedShelf(db, garden),
)
