import { SignIn } from '../../../shared/people'
import { knowing } from '../../db/connection'
import { accountAt, gardensOf, personOf } from '../../db/rows/people'

export default openRoute(
  { does: 'Signs in; who belongs to one garden has it open', body: SignIn, tries: 'sign-in' },
  async ({ event, body, db }) => {
    const account = await accountAt(db, body.email)
    // An unknown address takes as long to refuse as a wrong password.
    const isRight = await verifyPassword(account?.passwordHash ?? (await hashOfNobody()), body.password)
    if (!account || !isRight)
      refuse(401, {
        code: 'wrong-password',
        sentence: 'This e-mail address and password do not belong together.',
        field: 'password',
      })
    await forgetTries(event, 'sign-in', body.email)
    const { personId } = account
    const [person, gardens] = await knowing(
      db,
      { person: personId },
      async tx => [await personOf(tx, personId), await gardensOf(tx, personId)] as const,
    )
    await seal(event, {
      personId,
      seal: person!.seal,
      gardenId: gardens.length === 1 ? gardens[0]!.id : null,
    })
    knowDevice(event, body.email)
    return { ok: true }
  },
)
