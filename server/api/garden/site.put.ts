import { SiteWish } from '../../../shared/bloom'
import { setSite } from '../../db/rows/garden'

export default gardenRoute(
  'keeper',
  { does: 'Says where the garden lies; sun, climate and forecasts follow from it', body: SiteWish },
  async ({ body, db, garden }) => {
    await setSite(db, garden, body)
    return body
  },
)
