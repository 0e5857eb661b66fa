import * as v from 'valibot'
import { seasonOf } from '../../db/queries/round'

const Query = v.object({ year: v.optional(v.pipe(v.string(), v.transform(Number), v.integer(), v.minValue(1900), v.maxValue(2199))) })

export default gardenRoute(async (event, { db, garden }) => seasonOf(db, garden, readQuery(event, Query).year))
