import { plantSheetOf } from '../../../db/pages/plants'
import { heavily } from '../../../heavy/pool'

export default gardenRoute(
  'guest',
  { does: 'The sheet of a plant, to print: who bred it, its descent over three generations, its scores' },
  async ({ event, db, garden }) => {
    const sheet = (await plantSheetOf(db, garden, idOf(event))) ?? notFound()
    setHeader(event, 'content-type', 'application/pdf')
    setHeader(event, 'content-disposition', `inline; filename="plant-${sheet.plant.code}.pdf"`)
    return heavily('plantSheet', [sheet], { signal: leavingOf(event) })
  },
)
