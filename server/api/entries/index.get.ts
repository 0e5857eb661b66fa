import { LogQuery } from '../../../shared/entries'
import { logPage } from '../../db/held/lines'

export default gardenRoute(
  'guest',
  { does: 'A page of the log, the latest first', query: LogQuery },
  ({ query, db, garden }) => logPage(db, garden, query.page, query.size, query.code),
)
