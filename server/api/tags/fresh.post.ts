import { amount } from '@virgulta/core/log/kind'
import * as v from 'valibot'
import { freshCodes } from '../../db/queries/garden'

const Wish = v.object({ count: amount(1, 2000) })

export default gardenRoute(async (event, { db, garden }) => {
  const { count } = await readValid(event, Wish)
  return { codes: await freshCodes(db, garden, count) }
})
