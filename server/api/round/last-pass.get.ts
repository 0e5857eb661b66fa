import type { LastPassAnswer } from '../../../shared/round'
import { lastPassOf } from '../../db/held/lastPass'

export default gardenRoute(
  'guest',
  {
    does: 'The plant and the pollen at which the asking person was last with the tool; nothing before the first pass',
  },
  async ({ db, garden, personId }): Promise<LastPassAnswer> => ({
    last: await lastPassOf(db, garden, personId),
  }),
)
