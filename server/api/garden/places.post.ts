import { NewPlace } from '../../../shared/garden'
import { addPlace } from '../../db/queries/garden'

export default gardenRoute('hand', { does: 'Adds a place at the end of the walk', body: NewPlace }, ({ body, db, garden }) => addPlace(db, garden, body.name))
