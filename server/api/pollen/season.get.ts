import { pollenSeason } from '../../db/pages/pollen'

export default gardenRoute(
  'guest',
  { does: 'Where the pollen of each cross of the season comes from' },
  ({ db, garden }) => pollenSeason(db, garden),
)
