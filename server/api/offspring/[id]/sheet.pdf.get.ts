import { familySheetOf } from '../../../db/pages/offspring'
import { heavily } from '../../../heavy/pool'

export default gardenRoute(
  'guest',
  {
    does: 'The sheet of a family, to print: its traits as bars, what was kept, for what the others were discarded',
  },
  async ({ event, db, garden }) => {
    const sheet = (await familySheetOf(db, garden, idOf(event))) ?? notFound()
    setHeader(event, 'content-type', 'application/pdf')
    setHeader(event, 'content-disposition', `inline; filename="family-${sheet.code}.pdf"`)
    return heavily('familySheet', [sheet], { signal: leavingOf(event) })
  },
)
