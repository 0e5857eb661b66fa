import { crossPage } from '../../../db/pages/crosses'

export default gardenRoute(
  'guest',
  { does: 'One cross: its stem, flowers, packets, trays and log' },
  async ({ event, db, garden }) => (await crossPage(db, garden, idOf(event))) ?? notFound(),
)
