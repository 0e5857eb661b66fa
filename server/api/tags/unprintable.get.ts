import { UnprintableQuery } from '../../../shared/tags'
import { labelsOf, tagsOfCross } from '../../db/pages/tags'
import { heavily } from '../../heavy/pool'

export default gardenRoute(
  'guest',
  { does: 'Letters of the names on some tags that cannot be printed', query: UnprintableQuery },
  async ({ query, db, garden }) => {
    const codes = query.codes.split(',')
    const tags = query.cross
      ? ((await tagsOfCross(db, garden, query.cross, codes)) ?? notFound())
      : await labelsOf(db, garden, codes)
    return { letters: await heavily('unprintable', [[...new Set(tags.flatMap(tag => tag.names))]]) }
  },
)
