import { seedShelf } from '../../db/pages/seed'

export default gardenRoute('guest', { does: 'All packets of seed and all trays' }, ({ db, garden }) =>
  seedShelf(db, garden),
)
