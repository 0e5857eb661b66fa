import type { OpenGarden } from '../../../shared/garden'
import { usualKind } from '@virgulta/core/plants/kinds'
import { definitionOf } from '@virgulta/core/crops/definition'
import { grownCrops } from '@virgulta/core/garden/blooms'
import { heldWithPlaces } from '../../db/held/heldGarden'
import { ownDefinitions } from '../../db/held/genes'

export default gardenRoute(
  'guest',
  { does: 'The open garden: its clock, places, crops, and what is learnt of them' },
  async ({ db, garden, personId, person, role }): Promise<OpenGarden> => {
    const { garden: held, places } = await heldWithPlaces(db, garden)
    const grown = grownCrops({ garden: held })
    const own = ownDefinitions(held)
    const { half, crops, guides, hiddenCautions } = held
    const { id, name, zone, isDemo, isSited, hasStation, revision, now, today } = garden
    return {
      id,
      name,
      zone,
      isDemo,
      isSited,
      half,
      hasStation,
      revision,
      personId,
      person,
      role,
      now,
      today,
      places: places.map(place => ({ ...place, spells: held.states.place.get(place.id)?.spells ?? [] })),
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
      hiddenCautions,
    }
  },
)
