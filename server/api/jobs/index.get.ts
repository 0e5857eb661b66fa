import { jobsOf } from '../../db/rows/jobs'

export default personRoute(
  { does: 'The person’s long works, the latest first, as far as each has come' },
  ({ db, personId }) => jobsOf(db, personId),
)
