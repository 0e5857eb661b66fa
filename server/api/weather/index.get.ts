import { weatherPage } from '../../db/pages/weather'

export default gardenRoute(
  'guest',
  { does: 'The weather of the garden: its station, what was read in, the last months in days' },
  ({ db, garden }) => weatherPage(db, garden),
)
