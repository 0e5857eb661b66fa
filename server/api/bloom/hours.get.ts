import { hoursPage } from '../../db/pages/bloom'

export default gardenRoute(
  'guest',
  {
    does: 'When in the day the flowers of each crop open, are ready and shed, today and in the days ahead, by sun and weather',
  },
  ({ db, garden }) => hoursPage(db, garden),
)
