import { NewToken } from '../../../shared/people'
import { makeToken } from '../../db/rows/tokens'

export default gardenRoute(
  'guest',
  {
    does: 'Makes an access token: a program that sends it may read this garden, or note work in it as well',
    body: NewToken,
    byPersonOnly: true,
  },
  ({ body, db, garden, personId }) => makeToken(db, garden, personId, body.name, body.opens),
)
