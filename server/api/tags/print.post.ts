import { PrintWish } from '../../../shared/tags'
import { printerOf } from '../../devices/labelPrinter'
import { labelsOf, tagsOfCross } from '../../db/pages/tags'

export default gardenRoute(
  'hand',
  {
    does: 'Sends tags of a cross, or labels of tubes, packets, trays and plants, to the label printer',
    body: PrintWish,
  },
  async ({ body, db, garden }) => {
    const tags = body.crossId
      ? ((await tagsOfCross(db, garden, body.crossId, body.codes)) ?? notFound())
      : await labelsOf(db, garden, body.codes)
    if (!tags.length)
      refuse(422, {
        code: 'no-tags',
        sentence: body.crossId
          ? 'None of these tags hangs on a plant of this cross.'
          : 'None of these is there any more.',
        field: 'codes',
      })
    await printerOf(garden).print(db, garden, tags)
    return { printed: tags.length }
  },
)
