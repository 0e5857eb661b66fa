import { PrintWish } from '../../../shared/tags'
import { printerOf } from '../../devices/labelPrinter'
import { tagsOfCross } from '../../db/queries/tags'

export default gardenRoute('hand', { does: 'Sends tags of a cross to the label printer', body: PrintWish }, async ({ body, db, garden }) => {
  const tags = await tagsOfCross(db, garden, body.crossId, body.codes) ?? notFound()
  if (!tags.length) refuse(422, { code: 'no-tags', sentence: 'None of these tags hangs on a plant of this cross.', field: 'codes' })
  await printerOf(garden).print(db, garden, tags)
  return { printed: tags.length }
})
