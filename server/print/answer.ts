import type { H3Event } from 'h3'
import * as v from 'valibot'
import type { PrintedTag, TagSheetQuery } from '../../shared/tags'
import { SHEETS, TagSheet } from '../../shared/tags'
import { heavily } from '../heavy/pool'

/** Answers with a sheet of tags as a PDF file; refuses a sheet on which they cannot lie. */
export async function answerSheet(
  event: H3Event,
  { sheet: name, start, codes: _, ...own }: TagSheetQuery,
  tags: PrintedTag[],
  gardenName: string,
  fileName: string,
): Promise<Uint8Array> {
  const wanted = v.safeParse(TagSheet, { ...SHEETS[name]!.sheet, ...own })
  if (!wanted.success)
    return refuse(400, {
      code: 'invalid',
      sentence: wanted.issues[0].message,
      field: v.getDotPath(wanted.issues[0]) ?? undefined,
    })
  const pdf = await heavily('tagSheet', [tags, gardenName, wanted.output, start], {
    signal: leavingOf(event),
  })
  setHeader(event, 'content-type', 'application/pdf')
  setHeader(event, 'content-disposition', `inline; filename="${fileName}.pdf"`)
  return pdf
}
