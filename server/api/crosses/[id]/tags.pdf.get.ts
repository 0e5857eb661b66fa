import { tagsOfCross } from '../../../db/queries/tags'
import { tagSheet } from '../../../print/tagSheet'

export default gardenRoute('guest', { does: 'The tags of a cross, to print' }, async ({ event, db, garden }) => {
  const tags = await tagsOfCross(db, garden, idOf(event)) ?? notFound()
  const pdf = await tagSheet(tags, garden.name)
  setHeader(event, 'content-type', 'application/pdf')
  setHeader(event, 'content-disposition', `inline; filename="tags-${tags[0]?.crossCode ?? 'none'}.pdf"`)
  return pdf
})
