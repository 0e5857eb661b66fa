import { fruitShelf } from '../../db/pages/seed'

export default gardenRoute(
  'guest',
  { does: 'Fruits on their plants: when each is likely ripe, and whether to cut it now' },
  ({ db, garden }) => fruitShelf(db, garden),
)
