import { describe, expect, it } from 'vitest'
import type { Relation } from './genets'
import { lineageOf } from './genets'
import type { GenetNode, TreePlant, TreeView } from './tree'
import { familyTree } from './tree'
import { placedTree } from './treeLayout'

type Grown = Relation & TreePlant

const plant = (id: string, more: Partial<Grown> = {}): Grown => ({
  id,
  code: `26-${id}`,
  name: id,
  plantKind: 'line',
  seedParentId: null,
  pollenParentId: null,
  clonedFrom: null,
  crossId: null,
  verdict: null,
  lost: null,
  struckOff: null,
  ...more,
})
/** A seedling that bears no name. */
const seedling = (id: string, seedParentId: string, pollenParentId: string, more: Partial<Grown> = {}) =>
  plant(id, { plantKind: 'seedling', name: `26-${id}`, seedParentId, pollenParentId, crossId: 'x', ...more })

const garden = [
  plant('A'),
  plant('B'),
  plant('alone'),
  seedling('f1', 'A', 'B'),
  ...['s1', 's2', 's3', 's4'].map(id => seedling(id, 'f1', 'f1', { crossId: 'y' })),
  seedling('kept', 'f1', 'f1', {
    crossId: 'y',
    verdict: { verdict: 'keep', reason: 'low', on: '2026-06-01' },
  }),
  plant('cut', {
    plantKind: 'clone',
    seedParentId: 'f1',
    pollenParentId: 'f1',
    clonedFrom: { plantId: 'kept' },
  }),
]
const treeOf = (view: Partial<TreeView> = {}, plants = garden) =>
  familyTree(lineageOf(plants), new Map(plants.map(p => [p.id, p])), {
    of: [],
    back: 3,
    forth: 3,
    open: new Set(),
    ...view,
  })
const genets = (tree: ReturnType<typeof treeOf>) =>
  tree.nodes.flatMap(node => (node.kind === 'genet' ? [node.name] : [])).sort()

describe('the tree', () => {
  it('folds the plots of a line, which bear its name', () => {
    const plots = ['p1', 'p2', 'p3'].map(id =>
      plant(id, { name: 'A', seedParentId: 'A', pollenParentId: 'A', plantKind: 'line' }),
    )
    const bulk = plant('bulk', {
      name: 'B',
      seedParentId: 'B',
      pollenParentId: 'B',
      plantKind: 'population',
    })
    const tree = treeOf({}, [...garden, ...plots, bulk])
    expect(genets(tree)).toEqual(['26-f1', '26-kept', 'A', 'B', 'B'])
    expect(tree.nodes).toContainEqual(expect.objectContaining({ kind: 'family', plants: 3, coupleId: 'A.A' }))
    expect(genets(treeOf({ open: new Set(['A.A']) }, [...garden, ...plots]))).toContain('A')
  })
  it('draws who has offspring, a name or a keep; the others are a family, and a clone is one', () => {
    const tree = treeOf()
    expect(genets(tree)).toEqual(['26-f1', '26-kept', 'A', 'B'])
    expect(tree.nodes.filter(n => n.kind === 'family')).toMatchObject([{ plants: 4, coupleId: 'f1.f1' }])
    expect(tree.loose.map(n => n.name)).toEqual(['alone'])
    const kept = tree.nodes.find(n => n.kind === 'genet' && n.id === 'kept') as GenetNode
    expect(kept).toMatchObject({ living: 2, generation: 'F2', inbreeding: 0.5 })
  })
  it('tells the sides apart, and a self is one line', () => {
    expect(treeOf().links.filter(l => l.as !== 'couple')).toEqual([
      { from: 'A', to: 'A.B', as: 'seed parent' },
      { from: 'B', to: 'A.B', as: 'pollen parent' },
      { from: 'f1', to: 'f1.f1', as: 'both parents' },
    ])
  })
  it('opens a family plant by plant', () => {
    const tree = treeOf({ open: new Set(['f1.f1']) })
    expect(genets(tree)).toContain('26-s3')
    expect(tree.nodes.some(n => n.kind === 'family')).toBe(false)
  })
  it('of one plant goes so many generations back and forth, with whom they were crossed', () => {
    const one = treeOf({ of: ['s1'], back: 1, forth: 1 })
    expect(genets(one)).toEqual(['26-f1', '26-s1'])
    expect(one.nodes.find(n => n.kind === 'genet' && n.id === 'f1')).toMatchObject({ more: { back: true } })
    expect(genets(treeOf({ of: ['A'], back: 0, forth: 1 }))).toEqual(['26-f1', 'A', 'B'])
    expect(treeOf({ of: ['alone'] }).nodes).toHaveLength(1)
  })
  it('of a clone shows one of its plants that lives', () => {
    const lost = garden.map(p =>
      p.id === 'kept' ? { ...p, lost: { on: '2026-07-01', reason: 'frost' } } : p,
    )
    expect(treeOf({}, lost).nodes).toContainEqual(expect.objectContaining({ id: 'cut', living: 1 }))
  })
})

describe('its layout', () => {
  it('puts parents left of their offspring, and no two nodes over each other', () => {
    const { nodes, links, width, height } = placedTree(treeOf({ open: new Set(['f1.f1']) }))
    const at = new Map(nodes.map(n => [n.node.id, n]))
    for (const { link } of links) expect(at.get(link.from)!.x).toBeLessThan(at.get(link.to)!.x)
    for (const a of nodes)
      for (const b of nodes)
        if (a !== b && a.x === b.x)
          expect(Math.abs(a.y - b.y)).toBeGreaterThanOrEqual((a.height + b.height) / 2)
    expect(Math.max(...nodes.map(n => n.x + n.width / 2))).toBeLessThanOrEqual(width + 1e-6)
    expect(Math.max(...nodes.map(n => n.y + n.height / 2))).toBeLessThanOrEqual(height + 1e-6)
  })
  it('of nothing is nothing', () =>
    expect(placedTree({ nodes: [], links: [] })).toEqual({ nodes: [], links: [], width: 0, height: 0 }))
})
