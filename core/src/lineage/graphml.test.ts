import { expect, it } from 'vitest'
import { treeAsGraphml } from './graphml'
import type { FamilyTree } from './tree'

it('a tree as GraphML has its plants with what is known of them, and who comes of whom', () => {
  const tree: FamilyTree = {
    nodes: [
      {
        kind: 'genet',
        id: 'a',
        code: '26-A',
        name: 'Fog & "Ember" <1>',
        plantKind: 'line',
        living: 1,
        isStruckOff: false,
        verdict: null,
        generation: null,
        inbreeding: 0.97,
        more: { back: false, forth: false },
      },
      { kind: 'couple', id: 'a.a', isSelf: true, crossIds: [] },
      { kind: 'family', id: 'a.a.family', coupleId: 'a.a', plants: 12 },
    ],
    links: [
      { from: 'a', to: 'a.a', as: 'both parents' },
      { from: 'a.a', to: 'a.a.family', as: 'couple' },
    ],
    loose: [],
    left: 0,
  }
  const text = treeAsGraphml(tree)
  expect(text).toContain('<data key="name">Fog &amp; &quot;Ember&quot; &lt;1&gt;</data>')
  expect(text).toContain('<node id="a.a"><data key="kind">self</data></node>')
  expect(text).toContain('<edge source="a" target="a.a"><data key="as">both parents</data></edge>')
  expect(text).toContain('<edge source="a.a" target="a.a.family"><data key="as">offspring</data></edge>')
  expect(text.match(/<node /g)).toHaveLength(3)
})
