import { RecordsQuery } from '../../../shared/crops'
import { cropPage } from '../../db/queries/crops'

export default gardenRoute(async (event, { db, garden }) => {
  const { of, cross } = readQuery(event, RecordsQuery)
  return await cropPage(db, garden, getRouterParam(event, 'id')!, of, cross) ?? notFound()
})
