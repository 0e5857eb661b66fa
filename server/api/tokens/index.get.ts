import { tokensOf } from '../../db/rows/tokens'

export default gardenRoute(
  'guest',
  { does: 'The person’s access tokens for this garden', byPersonOnly: true },
  ({ db, garden, personId }) => tokensOf(db, garden, personId),
)
