import { TagSheetQuery } from '../../../../shared/tags'
import { tagsOfCross } from '../../../db/pages/tags'
import { answerSheet } from '../../../print/answer'

export default gardenRoute(
  'guest',
  { does: 'The tags of a cross, to print on a common sheet or one of one’s own', query: TagSheetQuery },
  async ({ event, query, db, garden }) => {
    const tags = (await tagsOfCross(db, garden, idOf(event), query.codes?.split(','))) ?? notFound()
    return answerSheet(event, query, tags, garden.name, `tags-${tags[0]?.of.replace('cross ', '') ?? 'none'}`)
  },
)
