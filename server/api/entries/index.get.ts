import * as v from 'valibot'
import { Sought } from '../../../shared/find'
import { logPage } from '../../db/queries/lines'

const Query = v.object({
  page: v.optional(v.pipe(v.string(), v.transform(Number), v.integer(), v.minValue(1), v.maxValue(1_000_000)), '1'),
  size: v.optional(v.pipe(v.string(), v.transform(Number), v.integer(), v.minValue(1), v.maxValue(5000)), '50'),
  code: v.optional(Sought, ''),
})

export default gardenRoute(async (event, { db, garden }) => {
  const { page, size, code } = readQuery(event, Query)
  return logPage(db, garden, page, size, code)
})
