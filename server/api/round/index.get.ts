import { RoundQuery } from '../../../shared/round'
import { roundOn } from '../../db/queries/round'

export default gardenRoute(async (event, { db, garden }) => roundOn(db, garden, readQuery(event, RoundQuery).on ?? garden.today))
