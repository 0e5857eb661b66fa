import type { DevicesPage } from '../../../shared/tags'
import { printerOf } from '../../devices/labelPrinter'
import { stationView } from '../../db/held/gardenDay'

export default gardenRoute(
  'guest',
  { does: 'The devices of the garden, and what came out of its label printer' },
  async ({ db, garden }): Promise<DevicesPage> => {
    const shown = ({ name, isSimulated }: { name: string; isSimulated: boolean }) => ({ name, isSimulated })
    const printer = printerOf(garden)
    return {
      station: stationView(garden),
      printer: shown(printer),
      printouts: await printer.tray(db, garden),
    }
  },
)
