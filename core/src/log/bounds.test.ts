import { describe, expect, it } from 'vitest'
import { kinds } from './kinds'

/** A schema or an action of it, as far as it is looked into here. */
interface Node {
  kind: string
  type: string
  entries?: Record<string, Node>
  options?: unknown[]
  item?: Node
  items?: Node[]
  key?: Node
  value?: Node
  wrapped?: Node
  pipe?: Node[]
}

/** Actions that bound a value of a type; a list of schools or a UUID is bounded by itself. */
const BOUNDS: Record<string, (actions: Set<string>) => boolean> = {
  number: actions => (actions.has('min_value') || actions.has('gt_value')) && actions.has('max_value'),
  string: actions => ['max_length', 'regex', 'uuid', 'check'].some(action => actions.has(action)),
  array: actions => actions.has('max_length'),
}

/** What is asked of a value, one after the other. */
const actionsOf = (node: Node): string[] =>
  (node.pipe ?? []).flatMap(part => (part.kind === 'schema' ? actionsOf(part) : [part.type]))

/** Where a schema takes values of any size. */
function unbounded(node: Node, at: string): string[] {
  const actions = new Set(actionsOf(node))
  const own = BOUNDS[node.type]?.(actions) === false ? [`${at}: ${node.type}`] : []
  const parts: [string, Node | undefined][] = [
    ...Object.entries(node.entries ?? {}),
    ['[]', node.item],
    ['key', node.key],
    ['value', node.type === 'record' ? node.value : undefined],
    ['', node.wrapped],
    ...(node.items ?? []).map((item, i): [string, Node] => [`[${i}]`, item]),
    ...(['variant', 'union', 'intersect'].includes(node.type) ? (node.options as Node[]) : []).map(
      (option, i): [string, Node] => [`|${i}`, option],
    ),
    ...(node.pipe ?? [])
      .filter(part => part.kind === 'schema' && part.type !== node.type)
      .map((part): [string, Node] => ['', part]),
  ]
  return [
    ...own,
    ...parts.flatMap(([name, part]) => (part ? unbounded(part, `${at}${name && '.'}${name}`) : [])),
  ]
}

describe('what an entry holds', () => {
  it.each(Object.entries(kinds))('of the kind %s is bounded in every number, text and list', (name, kind) => {
    expect(unbounded(kind.payload as unknown as Node, name)).toEqual([])
  })
})
