import { growingRows } from '../../db/pages/growing'

export default gardenRoute(
  'guest',
  { does: 'Families that grow on: what stands, when they flower, and what is due at them' },
  ({ db, garden }) => growingRows(db, garden),
)
