import { OpenWish } from '../../../shared/people'
import { gardensOf, personOf } from '../../db/rows/people'

export default accountRoute(
  { does: 'Opens one of the person’s gardens', body: OpenWish },
  async ({ event, body, db, personId }) => {
    if (!(await gardensOf(db, personId)).some(g => g.id === body.gardenId))
      refuse(404, { code: 'not-found', sentence: 'You are in no such garden.' })
    await seal(event, { personId, seal: (await personOf(db, personId))!.seal, gardenId: body.gardenId })
    return { ok: true }
  },
)
