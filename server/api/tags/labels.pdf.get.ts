import { TagSheetQuery } from '../../../shared/tags'
import { labelsOf } from '../../db/pages/tags'
import { answerSheet } from '../../print/answer'

export default gardenRoute(
  'guest',
  { does: 'Labels of tubes of pollen, packets, trays and plants, to print', query: TagSheetQuery },
  async ({ event, query, db, garden }) =>
    answerSheet(
      event,
      query,
      await labelsOf(db, garden, query.codes?.split(',') ?? []),
      garden.name,
      'labels',
    ),
)
