import { PassThrough } from 'node:stream'
import { SNAPSHOT, backup, writerTo } from '../../db/backup'
import { database, inGarden } from '../../db/connection'

export default gardenRoute('keeper', { does: 'The whole garden as one JSON file' }, async ({ event, garden }) => {
  setHeader(event, 'content-type', 'application/json')
  setHeader(event, 'content-disposition', `attachment; filename="garden-${garden.today}.json"`)
  const file = new PassThrough()
  // A transaction of its own: it goes on while the answer is on its way, and sees one state of the log.
  inGarden(database(), garden.id, tx => backup(tx, garden.id, writerTo(file)), SNAPSHOT)
    .then(() => file.end(), error => file.destroy(error))
  return file
})
