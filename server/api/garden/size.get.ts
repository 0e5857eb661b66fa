import { sizeOf } from '../../db/rows/log'

export default gardenRoute(
  'keeper',
  { does: 'What the garden’s log holds, and what it may', evenShut: true },
  ({ db, garden }) => sizeOf(db, garden),
)
