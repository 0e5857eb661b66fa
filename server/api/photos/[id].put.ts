import { keepPhoto } from '../../db/rows/photos'

export default gardenRoute(
  'hand',
  {
    does: 'Keeps a picture of a plant under the id that its entry names; the client chooses it',
    takesBytes: true,
  },
  async ({ event, bytes, db, garden }) => {
    await keepPhoto(db, garden, idOf(event), bytes ?? Buffer.alloc(0))
    return { ok: true }
  },
)
