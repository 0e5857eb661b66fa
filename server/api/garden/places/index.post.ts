import { randomUUID } from 'node:crypto'
import { NewPlace } from '../../../../shared/garden'
import { addPlaces } from '../../../db/rows/garden'

export default gardenRoute(
  'hand',
  { does: 'Adds a place at the end of the walk', body: NewPlace },
  async ({ body, db, garden }) => (await addPlaces(db, garden, [{ id: randomUUID(), name: body.name }]))[0]!,
)
