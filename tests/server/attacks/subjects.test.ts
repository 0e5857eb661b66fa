/** Subjects whose kept state is damaged: nothing of them lets itself be reckoned. */
import { sql } from 'drizzle-orm'
import { afterAll, describe, expect, inject, it } from 'vitest'
import { open } from '../../../server/db/connection'
import type { CrossPage, CrossRow } from '../../../shared/crosses'
import type { Round } from '../../../shared/round'
import { Visitor, entry, plantedCross } from '../visitor'

const owner = open(inject('databaseUrl'))
afterAll(() => owner.close())

describe('a flower that cannot be reckoned with', () => {
  it('is left out and named; every page shows the rest; a later note or a comparison with the log brings it back', async () => {
    const keeper = await new Visitor().startGarden('Damaged beds')
    const { ids, codes } = await plantedCross(keeper)
    await owner.db.execute(sql`update flowers set state = state || '{"chosenOn": "no day", "pollinations": null}' where id = ${ids.flower}`)
    const leftOut = async () => (await keeper.get<Round>('/api/round')).leftOut
    expect(await leftOut()).toEqual([{ type: 'flower', id: ids.flower, code: codes.flower, crossId: ids.cross }])
    for (const path of ['/api/round', '/api/season', '/api/crosses', '/api/pollen/season', '/api/seed', '/api/offspring', '/api/calendar', '/api/bloom?from=2026-01-01&to=2026-12-31', `/api/plants/${ids.seedParent}`]) expect((await keeper.ask('GET', path)).status, path).toBe(200)
    expect((await keeper.get<CrossRow[]>('/api/crosses')).map(row => row.progress.done)).toEqual([0])
    expect((await keeper.get<CrossPage>(`/api/crosses/${ids.cross}`)).flowers).toEqual([])
    expect((await keeper.send(entry('emasculated', ids.flower, {}, 179))).status).toBe(200)
    expect(await leftOut()).toEqual([])
    expect((await keeper.get<CrossPage>(`/api/crosses/${ids.cross}`)).flowers).toHaveLength(1)
  })
})
