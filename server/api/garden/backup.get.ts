import { SNAPSHOT, backup, writerTo } from '../../db/backup'
import { inGarden, longDatabase } from '../../db/connection'

export default gardenRoute(
  'keeper',
  { does: 'The whole garden as one JSON file', tries: 'file', evenShut: true },
  async ({ event, garden }) =>
    // A transaction of its own: it goes on while the answer is on its way, and sees one state of the log.
    sendFile(event, garden.id, { name: `garden-${garden.today}.json`, type: 'application/json' }, file =>
      inGarden(longDatabase(), garden.id, tx => backup(tx, garden.id, writerTo(file)), SNAPSHOT),
    ),
)
