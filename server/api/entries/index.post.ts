import { NewEntries } from '../../../shared/entries'
import { addPlaces } from '../../db/rows/garden'
import { record } from '../../db/rows/log'

export default gardenRoute(
  'hand',
  {
    does: 'Notes what was done, or takes back what was noted: all or nothing; sent twice it counts once',
    body: NewEntries,
  },
  async ({ body: { entries, places, ...how }, db, garden, personId, role }) => {
    await addPlaces(db, garden, places)
    return record(db, garden, { personId, role }, entries, how)
  },
)
