import { v7 } from 'uuid'
import { Visitor, entry, plantedCross } from '../tests/server/visitor'
import type { Row } from './measure'
import { timed } from './measure'

const [PACKETS, AT_ONCE, DRAWER_AIM_MS] = [20_000, 500, 50]

/** Pages of a drawer of many packets, sorted and sought each way in turn. */
export async function drawerRow(address: string): Promise<Row> {
  const keeper = await new Visitor(address).startGarden('Seed drawer')
  const { ids } = await plantedCross(keeper)
  for (let sent = 0; sent < PACKETS; sent += AT_ONCE) {
    const codes = await keeper.codes(AT_ONCE)
    const deeds = codes.map((code, i) =>
      entry(
        'seedReceived',
        v7(),
        { code, crossId: ids.cross, seeds: 1 + ((sent + i) % 90), from: 'a friend' },
        1 + ((sent + i) % 180),
      ),
    )
    const { status, body } = await keeper.send(...deeds)
    if (status !== 200) throw new Error(JSON.stringify(body))
  }
  const queries = [
    '?sort=harvestedOn&order=desc',
    '?sort=left&page=40',
    '?q=ember&holds=seed',
    '?sort=today&order=desc',
    '?sort=code&page=700',
  ]
  return timed(
    `reading a page of a drawer of ${PACKETS} packets`,
    1,
    100,
    async turn => (await keeper.ask('GET', `/api/seed/lots${queries[turn % queries.length]}`)).status === 200,
    DRAWER_AIM_MS,
  )
}
