import { BloomQuery } from '../../../shared/bloom'
import { bloomPage } from '../../db/pages/bloom'

export default gardenRoute(
  'guest',
  {
    does: 'Who flowers when in a part of the year, with chances, and the weather beneath',
    query: BloomQuery,
    isSameForAll: true,
  },
  ({ query, db, garden }) => bloomPage(db, garden, query),
)
