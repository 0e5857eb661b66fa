import { NewPlace } from '../../../shared/garden'
import { addPlace } from '../../db/queries/garden'

export default gardenRoute(async (event, { db, garden }) => addPlace(db, garden, (await readValid(event, NewPlace)).name))
