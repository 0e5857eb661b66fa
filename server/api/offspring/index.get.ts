import { families } from '../../db/pages/offspring'

export default gardenRoute('guest', { does: 'All families of offspring' }, ({ db, garden }) =>
  families(db, garden),
)
