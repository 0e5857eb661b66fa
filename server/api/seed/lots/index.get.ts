import { LotQuery } from '../../../../shared/seed'
import { packetPage } from '../../../db/pages/packets'

export default gardenRoute(
  'guest',
  { does: 'A page of the packets, filtered and sorted, with what of each comes up', query: LotQuery },
  ({ query, db, garden }) => packetPage(db, garden, query),
)
