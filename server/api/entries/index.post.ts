import { NewEntries } from '../../../shared/entries'
import { record } from '../../db/queries/log'

export default gardenRoute('hand', { does: 'Notes what was done, or takes back what was noted: all or nothing; sent twice it counts once', body: NewEntries },
  ({ body: { entries, ...how }, db, garden, personId, role }) => record(db, garden, { personId, role }, entries, how))
