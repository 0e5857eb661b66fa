import { isDay } from '@virgulta/core/time/days'
import * as v from 'valibot'
import { roundOn } from '../../db/queries/round'

const Query = v.object({ on: v.optional(v.pipe(v.string(), v.check(isDay, 'Give a day as 2027-06-14.'))) })

export default gardenRoute(async (event, { db, garden }) => roundOn(db, garden, readQuery(event, Query).on ?? garden.today))
