import * as v from 'valibot'
import { SHEETS, TagSheet, TagSheetQuery } from '../../../../shared/tags'
import { tagsOfCross } from '../../../db/queries/tags'
import { tagSheet } from '../../../print/tagSheet'

export default gardenRoute('guest', { does: 'The tags of a cross, to print on a common sheet or one of one’s own', query: TagSheetQuery }, async ({ event, query, db, garden }) => {
  const { sheet: name, start, codes, ...own } = query
  const wanted = v.safeParse(TagSheet, { ...SHEETS[name]!.sheet, ...own })
  if (!wanted.success) return refuse(400, { code: 'invalid', sentence: wanted.issues[0].message, field: v.getDotPath(wanted.issues[0]) ?? undefined })
  const tags = await tagsOfCross(db, garden, idOf(event), codes?.split(',')) ?? notFound()
  const pdf = await tagSheet(tags, garden.name, wanted.output, start)
  setHeader(event, 'content-type', 'application/pdf')
  setHeader(event, 'content-disposition', `inline; filename="tags-${tags[0]?.crossCode ?? 'none'}.pdf"`)
  return pdf
})
