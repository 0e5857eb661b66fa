import { BloomText } from '../../../shared/bloom'
import { readBlooms } from '../../db/pages/bloom'

export default gardenRoute(
  'hand',
  {
    does: 'Reads a CSV file of blooms of earlier seasons and says what it holds; notes nothing',
    body: BloomText,
  },
  async ({ body, db, garden }) => {
    const file = await readBlooms(db, garden, body.text)
    return 'why' in file ? refuse(422, { code: 'unreadable', sentence: file.why }) : file
  },
)
