import { cancelJob } from '../../db/rows/jobs'

export default personRoute(
  { does: 'Stops a long work; nothing of it stays' },
  async ({ event, db, personId }) =>
    (await cancelJob(db, personId, idOf(event))) ? { ok: true } : notFound(),
)
