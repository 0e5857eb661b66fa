import { signOutEverywhere } from '../../db/rows/people'

export default accountRoute({ does: 'Signs out on every device' }, async ({ event, db, personId }) => {
  await signOutEverywhere(db, personId)
  await unseal(event)
  return { ok: true }
})
