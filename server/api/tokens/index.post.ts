import { NewToken } from '../../../shared/people'
import { makeToken } from '../../db/queries/tokens'

export default gardenRoute('guest', { does: 'Makes an access token: a program that sends it may do in this garden what the person may', body: NewToken }, async ({ body, db, garden, personId, isProgram }) => {
  if (isProgram) refuse(403, { code: 'not-allowed', sentence: 'A program makes no tokens; make them in Garden › Data.' })
  return makeToken(db, garden, personId, body.name, body.opens)
})
