import * as v from 'valibot'
import { Sought } from '../../../shared/find'
import { find } from '../../db/queries/find'

const Query = v.object({ q: Sought })

export default gardenRoute(async (event, { db, garden }) => find(db, garden, readQuery(event, Query).q))
