import { heavily } from '../../../heavy/pool'
import { parentsOf } from '../../../db/held/names'
import { plantStory } from '../../../db/pages/plants'

export default gardenRoute(
  'guest',
  { does: 'The legend of a plant’s marks, to print' },
  async ({ event, db, garden }) => {
    const { plant } = (await plantStory(db, garden, idOf(event))) ?? notFound()
    const { of, marks } = plant.marks ?? notFound()
    const fathers = await parentsOf(
      db,
      garden,
      marks.map(m => m.pollenParentId),
    )
    setHeader(event, 'content-type', 'application/pdf')
    return heavily(
      'markLegend',
      [
        plant.name,
        of,
        marks.map(({ mark, pollenParentId }) => ({ mark, name: fathers.get(pollenParentId)!.name })),
      ],
      { signal: leavingOf(event) },
    )
  },
)
