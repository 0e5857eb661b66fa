import { RestoreWish } from '../../../shared/jobs'
import { checkRoomForGarden } from '../../db/rows/garden'
import { piecesOf } from '../../db/rows/jobs'
import { enqueue } from '../../jobs/queue'

export default accountRoute(
  {
    does: 'Brings a garden back from an uploaded backup, as a garden of the person’s own; a long work',
    body: RestoreWish,
  },
  async ({ body: { uploadId, pieces }, db, personId }) => {
    const there = await piecesOf(db, personId, uploadId)
    if (there.length !== pieces || there.at(-1) !== pieces - 1)
      refuse(422, {
        code: 'not-whole',
        sentence: `Of the file’s ${pieces} pieces ${there.length} are here; send the others.`,
      })
    await checkRoomForGarden(db, personId)
    return { id: await enqueue(db, { personId, kind: 'restore', wish: { uploadId } }) }
  },
)
