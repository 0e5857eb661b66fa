import { TagWish } from '../../../shared/entries'
import { freshCodes } from '../../db/rows/garden'

export default gardenRoute(
  'hand',
  { does: 'Fresh tag codes; none is ever given out twice', body: TagWish },
  async ({ body, db, garden }) => ({ codes: await freshCodes(db, garden, body.count) }),
)
