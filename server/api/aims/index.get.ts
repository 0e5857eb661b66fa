import { aimRows } from '../../db/pages/aims'

export default gardenRoute('guest', { does: 'All aims' }, ({ db, garden }) => aimRows(db, garden))
