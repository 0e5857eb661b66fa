import type { Demo } from '../../../shared/demos'
import { DEMOS, DEMO_KEYS } from '../../../shared/demos'
import type { Session } from '../../../shared/people'
import type { Database } from '../../db/connection'
import { knowing } from '../../db/connection'
import { demosLoaded, enterGarden } from '../../db/rows/garden'
import { gardensOf, personOf } from '../../db/rows/people'

const openDemos = async (db: Database): Promise<Demo[]> => {
  const loaded = await demosLoaded(db)
  return DEMO_KEYS.filter(key => loaded.includes(DEMOS[key]))
}

export default openRoute(
  { does: 'Who is signed in, to which gardens they belong, and which one is open' },
  async ({ event, db }): Promise<Session> => {
    const doors = {
      demos: isDoorOpen(event, 'demo') ? await openDemos(db) : [],
      hasMailTray: isDoorOpen(event, 'mail-tray'),
      signsUpAtOnce: signsUpAtOnce(),
    }
    const nobody = { person: null, gardens: [], gardenId: null, ...doors }
    const asker = await askerOf(event)
    if (!asker) return nobody
    const { personId, gardenId, seal, program } = asker
    const [person, gardens] = await knowing(
      db,
      { person: personId },
      async tx => [await personOf(tx, personId), await gardensOf(tx, personId)] as const,
    )
    if (!person || person.seal !== seal) return nobody
    const shut = gardens.some(g => g.id === gardenId && g.fault !== null)
    const open =
      gardenId && !shut ? await db.transaction(tx => enterGarden(tx, gardenId, personId, seal)) : null
    // A program knows its garden and nothing else of the person.
    const known = program
      ? { person: { name: person.name, email: null }, gardens: gardens.filter(g => g.id === gardenId) }
      : { person: { name: person.name, email: person.email }, gardens }
    return { ...known, gardenId: open?.garden.id ?? null, ...doors }
  },
)
