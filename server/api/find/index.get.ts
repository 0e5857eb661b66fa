import * as v from 'valibot'
import { find } from '../../db/queries/find'

const Query = v.object({ q: v.pipe(v.string(), v.maxLength(100), v.check(q => !q.includes('\0'), 'This cannot be searched for.')) })

export default gardenRoute(async (event, { db, garden }) => find(db, garden, readQuery(event, Query).q))
