import { jobOf, reviveJob } from '../../../db/rows/jobs'
import { enqueue } from '../../../jobs/queue'

export default personRoute(
  { does: 'Tries a failed or stopped long work again' },
  async ({ event, db, personId }) => {
    const job = (await jobOf(db, personId, idOf(event))) ?? notFound()
    if (!(await reviveJob(db, personId, job.id)))
      refuse(409, {
        code: 'not-ended',
        sentence: 'It has not failed and was not stopped, or another of its kind is under way.',
      })
    return { id: await enqueue(db, { personId, kind: job.kind, wish: job.wish as object }, job.id) }
  },
)
