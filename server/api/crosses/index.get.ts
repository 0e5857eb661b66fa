import { crossRows } from '../../db/queries/crosses'

export default gardenRoute('guest', { does: 'All crosses, as far as each has come' }, ({ db, garden }) =>
  crossRows(db, garden),
)
