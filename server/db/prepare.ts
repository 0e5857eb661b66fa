import { makeQueue } from '../jobs/queue'
import { grantToServer } from './grants'
import { migrate } from './migrate'
import { renewModels } from './modelsVersion'

/**
 * Makes a database ready for the server: newest layout, read models by the newest rules, the queue, the server's role and what it may do.
 *
 * @param ownerUrl address with the user that owns the tables and may make roles
 * @throws {MayNotMakeRole} when that user may not make roles
 */
export async function prepareDatabase(ownerUrl: string): Promise<void> {
  await migrate(ownerUrl)
  await renewModels(
    ownerUrl,
    (name, fault) =>
      fault && console.error(`The garden ${name} stays shut: its log does not fit together. ${fault}`),
  )
  await makeQueue(ownerUrl)
  await grantToServer(ownerUrl)
}
