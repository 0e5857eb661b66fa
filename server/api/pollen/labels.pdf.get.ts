import { TagSheetQuery } from '../../../shared/tags'
import { labelsOfTubes } from '../../db/pages/tags'
import { answerSheet } from '../../print/answer'

export default gardenRoute(
  'guest',
  { does: 'Labels of tubes of pollen, to print', query: TagSheetQuery },
  async ({ event, query, db, garden }) =>
    answerSheet(
      event,
      query,
      await labelsOfTubes(db, garden, query.codes?.split(',') ?? []),
      garden.name,
      'pollen',
    ),
)
