import { aimRows } from '../../db/pages/aims'

export default gardenRoute('guest', { does: 'All aims', isSameForAll: true }, ({ db, garden }) =>
  aimRows(db, garden),
)
