import { PIECE_BYTES, PieceQuery } from '../../../shared/jobs'
import { filesOf, keepPiece, waitingBytes } from '../../db/rows/jobs'

/** Files of one person that may wait for their work. */
const MOST_FILES = 3
/** What the files of all together may take of the disk. */
const MOST_WAITING = Number(process.env.VIRGULTA_MOST_UPLOADS_MB ?? 4096) * 1024 * 1024

export default accountRoute(
  {
    does: 'Keeps a piece of a file for a day; the client chooses the file’s id',
    query: PieceQuery,
    takesBytes: true,
  },
  async ({ event, query, bytes, db, personId }) => {
    const id = idOf(event)
    if (!bytes?.length || bytes.length > PIECE_BYTES)
      refuse(400, { code: 'invalid', sentence: `A piece has 1 to ${PIECE_BYTES} bytes.` })
    const files = await filesOf(db, personId)
    if (!files.includes(id) && files.length >= MOST_FILES)
      refuse(409, {
        code: 'too-many-files',
        sentence: 'Three files of yours wait here already; they are cleared away after a day.',
      })
    if ((await waitingBytes(db)) + bytes.length > MOST_WAITING)
      refuse(507, {
        code: 'no-room',
        sentence:
          'There is no room for files just now: those of others wait for their work. Try again in an hour.',
      })
    await keepPiece(db, personId, id, query.piece, bytes)
    return { ok: true }
  },
)
