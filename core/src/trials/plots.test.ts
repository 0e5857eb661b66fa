import { describe, expect, it } from 'vitest'
import { looksByTrait } from '../offspring/summary'
import type { Trait } from '../offspring/trait'
import { plotsOf } from './plots'

const pods: Trait = { id: 'pods', name: 'pods', hint: 'of a plant', scale: 'count', most: 500 }
const colour: Trait = { id: 'pods', name: 'colour', hint: 'ripe', scale: 'yesNo' }
const plant = (
  id: string,
  name: string,
  ...looks: [on: string, placeId: string | null, value: number][]
) => ({
  plant: { id, code: `26-${id}`, name, placeId: looks.at(-1)?.[1] ?? null, spot: null },
  looks: looksByTrait(looks.map(([on, placeId, value]) => ({ trait: 'pods', value, on, placeId }))),
})

describe('plots', () => {
  const plants = [
    plant(
      'a',
      'Row Amber',
      ['2025-08-01', 'east', 20],
      ['2025-08-09', 'east', 24],
      ['2026-08-01', 'west', 30],
    ),
    plant('b', 'row  amber ', ['2026-08-02', 'east', 26]),
    plant('c', '26-c', ['2026-08-02', 'east', 40]),
    plant('d', 'Other'),
  ]

  it('are the plants of one name, each season at a place one record', () => {
    const { lines, records } = plotsOf(plants, pods)
    expect(lines).toEqual([
      {
        key: 'row amber',
        name: 'Row Amber',
        plants: [
          { id: 'a', code: '26-a' },
          { id: 'b', code: '26-b' },
        ],
      },
    ])
    expect(records.map(r => [r.occasion, r.value])).toEqual([
      ['2025 east', 22],
      ['2026 west', 30],
      ['2026 east', 26],
    ])
  })

  it('are of the repeat that they were laid out in', () => {
    const laid = (block: number | null) => ({
      ...plants[0]!,
      plant: { ...plants[0]!.plant, placeId: 'west', spot: { row: 1, at: 2, block } },
    })
    // Of where it stood before nobody knows; what it was scored in there counts.
    expect(plotsOf([laid(2)], pods).records.map(r => r.block)).toEqual([null, 'west 2'])
    expect(plotsOf([laid(null)], pods).records.map(r => r.block)).toEqual([null, null])
    const scored = { trait: 'pods', value: 3, on: '2025-08-01', placeId: 'east', block: 1 }
    const moved = {
      ...laid(2),
      looks: looksByTrait([scored, { ...scored, on: '2026-08-01', placeId: 'west' }]),
    }
    expect(plotsOf([moved], pods).records.map(r => r.block)).toEqual(['east 1', 'west 1'])
  })

  it('tell nothing of what has no order', () => {
    expect(plotsOf(plants, colour)).toEqual({ lines: [], records: [] })
  })
})
