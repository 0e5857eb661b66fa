import { RoundQuery } from '../../../shared/round'
import { roundOn } from '../../db/pages/round'

export default gardenRoute(
  'guest',
  {
    does: 'The round of a day: what is due, where and why, and the week ahead',
    query: RoundQuery,
    isSameForAll: true,
    keptAs: 'round',
  },
  ({ query, db, garden }) => roundOn(db, garden, query.on ?? garden.today, query.most),
)
