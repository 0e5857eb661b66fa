import { pollenShelf } from '../../db/pages/pollen'

export default gardenRoute(
  'guest',
  { does: 'All tubes of pollen with what is alive in them, and what power cuts cost' },
  ({ db, garden }) => pollenShelf(db, garden),
)
