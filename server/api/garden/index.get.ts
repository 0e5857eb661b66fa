import type { OpenGarden } from '../../../shared/garden'
import { usualKind } from '@virgulta/core/plants/kinds'
import { definitionOf } from '@virgulta/core/crops/definition'
import { grownCrops, learntCrops } from '../../db/queries/crops'
import { customGuides, placesOf } from '../../db/queries/garden'
import { ownDefinitions } from '../../db/queries/genes'

export default gardenRoute(
  'guest',
  { does: 'The open garden: its clock, places, crops, and what is learnt of them' },
  async ({ db, garden, personId, person, role }): Promise<OpenGarden> => {
    const places = await placesOf(db, garden)
    const crops = await learntCrops(db, garden)
    const grown = await grownCrops(db, garden)
    const own = await ownDefinitions(db, garden)
    const { guides, hidden } = await customGuides(db, garden)
    const { id, name, zone, isDemo, isSited, hasStation, revision, now, today } = garden
    return {
      id,
      name,
      zone,
      isDemo,
      isSited,
      hasStation,
      revision,
      personId,
      person,
      role,
      now,
      today,
      places,
      crops: [...crops.values()]
        .filter(({ guide }) => grown.has(guide.id))
        .map(({ guide, knowledge }) => ({ guide, knowledge, definition: definitionOf(guide, own) })),
      guides: guides.map(guide => ({
        id: guide.id,
        name: guide.name,
        form: guide.form,
        kind: usualKind(guide),
        levels: guide.levels,
      })),
      hiddenCautions: hidden,
    }
  },
)
