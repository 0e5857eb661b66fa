import { photoById } from '../../db/rows/photos'

export default gardenRoute('guest', { does: 'A picture of a plant' }, async ({ event, db, garden }) => {
  const { type, bytes } = (await photoById(db, garden.id, idOf(event))) ?? notFound()
  setHeader(event, 'content-type', type)
  // Under one id there is never another picture.
  setHeader(event, 'cache-control', 'private, max-age=31536000, immutable')
  return bytes
})
