import { StationSwitch } from '../../../shared/garden'
import { setStation } from '../../db/rows/garden'

export default gardenRoute(
  'keeper',
  { does: 'Switches the simulated weather station on, to try, or off', body: StationSwitch },
  async ({ body, db, garden }) => {
    await setStation(db, garden, body.isOn)
    return body
  },
)
