import { aimRows } from '../../db/queries/aims'

export default gardenRoute('guest', { does: 'All aims' }, ({ db, garden }) => aimRows(db, garden))
