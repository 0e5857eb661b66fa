import { PlantQuery } from '../../../shared/plants'
import { plantPage } from '../../db/queries/plants'

export default gardenRoute(async (event, { db, garden }) => plantPage(db, garden, readQuery(event, PlantQuery)))
