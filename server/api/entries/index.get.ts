import * as v from 'valibot'
import { logPage } from '../../db/queries/lines'

const Query = v.object({
  page: v.optional(v.pipe(v.string(), v.transform(Number), v.integer(), v.minValue(1), v.maxValue(1_000_000)), '1'),
  size: v.optional(v.pipe(v.string(), v.transform(Number), v.integer(), v.minValue(1), v.maxValue(5000)), '50'),
  code: v.optional(v.pipe(v.string(), v.maxLength(12), v.check(code => !code.includes('\0'), 'This cannot be searched for.')), ''),
})

export default gardenRoute(async (event, { db, garden }) => {
  const { page, size, code } = readQuery(event, Query)
  return logPage(db, garden, page, size, code)
})
