import { crossRows } from '../../db/pages/crosses'

export default gardenRoute(
  'guest',
  { does: 'All crosses, as far as each has come', isSameForAll: true },
  ({ db, garden }) => crossRows(db, garden),
)
