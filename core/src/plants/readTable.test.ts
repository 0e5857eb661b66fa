import { describe, expect, it } from 'vitest'
import { builtInGuides } from '../crops/guides/all'
import type { PlantTable, TableGround } from './readTable'
import { readPlantTable } from './readTable'

const ground: TableGround = {
  plants: [
    { id: 'p1', name: 'Old Hedge', code: '26-4RMX', crop: 'rose' },
    { id: 'p2', name: 'Twin', code: '26-5TWK', crop: 'rose' },
    { id: 'p3', name: 'twin', code: '26-7HNA', crop: 'rose' },
  ],
  places: [{ id: 'bed', name: 'Long bed' }],
  guides: builtInGuides,
  usualKind: () => 'clone',
  crop: null,
}
const read = (text: string, more: Partial<TableGround> = {}) =>
  readPlantTable(text, { ...ground, ...more }) as PlantTable

describe('a table of plants', () => {
  it('is read whatever the order and spelling of its heads, as it is pasted from a spreadsheet', () => {
    const { rows, leftOut, newPlaces } = read(
      'Remarks\tMother\tVariety\tFather\tSpecies\tType\tBench\tTag\nearly\tOld Hedge\tDawn Try\tunknown\tRosa\tcultivar\tlong bed\tA-17\n\t26-4RMX\tNoon Try\tDawn Try\trose\t\tNew frame\t26-2A4E',
    )
    expect(leftOut).toEqual([])
    expect(rows).toEqual([
      {
        line: 2,
        name: 'Dawn Try',
        crop: 'rose',
        kind: 'clone',
        code: null,
        note: 'early; code: A-17',
        place: { id: 'bed' },
        seedParent: { plantId: 'p1' },
        pollenParent: null,
        remarks: [],
      },
      {
        line: 3,
        name: 'Noon Try',
        crop: 'rose',
        kind: 'clone',
        code: '26-2A4E',
        note: null,
        place: { name: 'New frame' },
        seedParent: { plantId: 'p1' },
        pollenParent: { row: 0 },
        remarks: [],
      },
    ])
    expect(newPlaces).toEqual(['New frame'])
  })

  it('makes a place once however it is spelled, and none of a name that is too long', () => {
    const { rows, newPlaces, leftOut } = read(
      `name,crop,place\nA,rose,South wall\nB,rose,south Wall\nC,rose,${'x'.repeat(61)}`,
    )
    expect(newPlaces).toEqual(['South wall'])
    expect(rows.map(r => r.place)).toEqual([{ name: 'South wall' }, { name: 'South wall' }])
    expect(leftOut).toMatchObject([{ line: 4, why: 'The name of its place has more than 60 characters.' }])
  })

  it('has parents before their children, wherever they stand', () => {
    const { rows } = read('name,crop,seed parent,pollen parent\nC,rose,B,A\nB,rose,A,\nA,rose,,')
    expect(rows.map(r => r.name)).toEqual(['A', 'B', 'C'])
    expect(rows[2]).toMatchObject({ seedParent: { row: 1 }, pollenParent: { row: 0 } })
  })

  it('names what it leaves out, line by line, with the reason', () => {
    const { rows, leftOut } = read(
      'name,crop,kind,seed parent\nA,moss,,\n,rose,,\nB,rose,hybrid,\nC,rose,,Nobody\nD,rose,,C\nE,rose,,E\nF,rose,,Twin\nG,rose,,\nG,rose,,',
    )
    expect(rows.map(r => r.name)).toEqual(['G'])
    expect(leftOut.map(l => [l.line, l.why])).toEqual([
      [2, expect.stringContaining('No guide knows the crop “moss”')],
      [3, 'It has no name.'],
      [4, expect.stringContaining('“hybrid” is no kind')],
      [5, expect.stringContaining('neither in the garden nor in the table')],
      [6, expect.stringContaining('was left out (line 5)')],
      [7, 'It would be its own forebear.'],
      [8, expect.stringContaining('2 plants are called “Twin”')],
      [10, '“G” stands in line 9 already.'],
    ])
  })

  it('takes the crop that is given for those that name none, and remarks on a name that is there', () => {
    expect(read('name\nOld Hedge', { crop: 'pea' }).rows).toMatchObject([
      { crop: 'pea', remarks: ['A plant called Old Hedge is in the garden already.'] },
    ])
    expect(read('name\nOld Hedge').leftOut[0]!.why).toBe('It names no crop.')
  })

  it('says what it needs where it cannot be read', () => {
    expect(readPlantTable('flower,height\nred,4', ground)).toEqual({
      why: expect.stringContaining('At least the name'),
    })
  })
})
