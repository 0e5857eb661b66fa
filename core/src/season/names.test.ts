import { describe, expect, it } from 'vitest'
import { namesBeside } from './names'

const room = { width: 300, widthOf: (name: string) => name.length * 6, height: 12 }

describe('names beside bars', () => {
  it('stand behind their bar, or before it where another bar is in the way', () => {
    const bars = [
      { name: 'Squash', from: 150, to: 200, y: 8 },
      { name: 'Chilli', from: 195, to: 290, y: 13 },
    ]
    expect(namesBeside(bars, room)).toEqual([{ name: 'Squash', x: 150 - 5 - 36, y: 8 }])
    expect(namesBeside([bars[0]!, { ...bars[1]!, y: 20 }], room)[0]).toEqual({ name: 'Squash', x: 205, y: 8 })
  })

  it('never leave the drawing, nor lie on one another', () => {
    const bars = Array.from({ length: 12 }, (_, i) => ({
      name: `Crop ${i}`,
      from: (i * 37) % 200,
      to: ((i * 37) % 200) + 60,
      y: 4 + i * 3,
    }))
    const placed = namesBeside(bars, room)
    expect(placed.length).toBeGreaterThan(0)
    for (const a of placed) {
      expect(a.x).toBeGreaterThanOrEqual(0)
      expect(a.x + room.widthOf(a.name)).toBeLessThanOrEqual(room.width)
      for (const b of placed.filter(other => other !== a))
        expect(
          Math.abs(a.y - b.y) >= 6 || a.x + room.widthOf(a.name) <= b.x || b.x + room.widthOf(b.name) <= a.x,
        ).toBe(true)
    }
  })
})
