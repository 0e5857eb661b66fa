import { PlanQuery } from '../../../shared/crosses'
import { planAnswer } from '../../db/pages/crosses'

export default gardenRoute(
  'guest',
  { does: 'What so many flowers of a pair should lead to', body: PlanQuery },
  async ({ body, db, garden }) => (await planAnswer(db, garden, body)) ?? notFound(),
)
