import { NewEntries } from '../../../shared/entries'
import { record } from '../../db/queries/log'

export default gardenRoute(async (event, { db, garden, personId }) => {
  const { entries } = await readValid(event, NewEntries)
  return record(db, garden, personId, entries)
})
