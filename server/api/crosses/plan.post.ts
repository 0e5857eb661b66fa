import { PlanQuery } from '../../../shared/crosses'
import { planAnswer } from '../../db/queries/crosses'

export default gardenRoute(async (event, { db, garden }) => await planAnswer(db, garden, await readValid(event, PlanQuery)) ?? notFound())
