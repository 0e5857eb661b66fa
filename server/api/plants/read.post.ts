import { PlantText } from '../../../shared/plants'
import { readPlants } from '../../db/pages/plants'

export default gardenRoute(
  'hand',
  {
    does: 'Reads a table of plants, pasted or from a CSV file, and says what it holds; notes nothing',
    body: PlantText,
  },
  async ({ body, db, garden }) => {
    const table = await readPlants(db, garden, body.text, body.crop)
    return 'why' in table ? refuse(422, { code: 'unreadable', sentence: table.why, field: 'text' }) : table
  },
)
