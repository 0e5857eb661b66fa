import { MeetQuery } from '../../../shared/bloom'
import { meetPage } from '../../db/pages/bloom'

export default gardenRoute(
  'guest',
  { does: 'What it takes to make two plants flower together in a season', query: MeetQuery },
  async ({ query, db, garden }) =>
    (await meetPage(db, garden, query.seed, query.pollen, query.season)) ?? notFound(),
)
