import type { FamilyTree } from './tree'

const KEYS = [
  ['name', 'node', 'string'],
  ['tag', 'node', 'string'],
  ['kind', 'node', 'string'],
  ['generation', 'node', 'string'],
  ['inbreeding', 'node', 'double'],
  ['plants', 'node', 'int'],
  ['as', 'edge', 'string'],
] as const

const escaped = (text: string) =>
  text.replace(/[&<>"]/g, sign => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign]!)

const data = (key: (typeof KEYS)[number][0], value: string | number | null) =>
  value === null ? '' : `<data key="${key}">${escaped(String(value))}</data>`

/**
 * A family tree as GraphML: plants, crossings and families as nodes, who comes of what as edges.
 *
 * @see http://graphml.graphdrawing.org/specification.html
 */
export function treeAsGraphml({ nodes, loose, links }: FamilyTree): string {
  const lines = [...nodes, ...loose].map(node => {
    const told =
      node.kind === 'genet'
        ? data('name', node.name) +
          data('tag', node.code) +
          data('kind', node.plantKind) +
          data('generation', node.generation) +
          data('inbreeding', Number(node.inbreeding.toPrecision(6))) +
          data('plants', node.living)
        : node.kind === 'family'
          ? data('kind', 'family') + data('plants', node.plants)
          : data('kind', node.isSelf ? 'self' : 'cross')
    return `<node id="${escaped(node.id)}">${told}</node>`
  })
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    '<graphml xmlns="http://graphml.graphdrawing.org/xmlns">',
    ...KEYS.map(([key, on, type]) => `<key id="${key}" for="${on}" attr.name="${key}" attr.type="${type}"/>`),
    '<graph id="tree" edgedefault="directed">',
    ...lines,
    ...links.map(
      ({ from, to, as }) =>
        `<edge source="${escaped(from)}" target="${escaped(to)}">${data('as', as === 'couple' ? 'offspring' : as)}</edge>`,
    ),
    '</graph>',
    '</graphml>',
    '',
  ].join('\n')
}
