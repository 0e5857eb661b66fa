import type { Session } from '../../../shared/people'
import { inGarden, knowing } from '../../db/connection'
import { gardenFor, hasDemo } from '../../db/queries/garden'
import { gardensOf, personOf } from '../../db/queries/people'

export default openRoute({ does: 'Who is signed in, to which gardens they belong, and which one is open' }, async ({ event, db }): Promise<Session> => {
  const doors = { hasDemo: isDoorOpen(event, 'demo') && await hasDemo(db), hasMailTray: isDoorOpen(event, 'mail-tray') }
  const nobody = { person: null, gardens: [], gardenId: null, ...doors }
  const asker = await askerOf(event)
  if (!asker) return nobody
  const { personId, gardenId, seal } = asker
  const [person, gardens] = await knowing(db, { person: personId }, async tx => [await personOf(tx, personId), await gardensOf(tx, personId)] as const)
  if (!person || (seal !== null && person.seal !== seal)) return nobody
  const open = gardenId ? await inGarden(db, gardenId, tx => gardenFor(tx, gardenId, personId, seal)) : null
  return { person: { name: person.name, email: person.email }, gardens, gardenId: open?.garden.id ?? null, ...doors }
})
