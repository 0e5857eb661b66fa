/**
 * A rule of lint: in a template, words of two elements that stand on lines of their own run into each other on the screen, for
 * Vue drops a line break between two tags. Where there are words around them, or they fill the cell of a table, that is a slip:
 * `{{ ' ' }}` keeps them apart.
 */
const BLOCKS = new Set([
  ...['div', 'p', 'section', 'header', 'nav', 'form', 'fieldset', 'details', 'summary', 'option', 'template'],
  ...['h1', 'h2', 'h3', 'ul', 'ol', 'li', 'dl', 'dt', 'dd', 'table', 'tr', 'td', 'th', 'thead', 'tbody'],
  ...['svg', 'path', 'g', 'rect', 'circle', 'line', 'text', 'title'],
])

const isBlank = node => node.type === 'VText' && !node.value.trim()
const isWords = node => (node.type === 'VText' && node.value.trim()) || node.type === 'VExpressionContainer'
/** Elements that stand in a line of words; what `v-else` follows is shown in place of it. */
const isInline = node =>
  node?.type === 'VElement' &&
  !BLOCKS.has(node.rawName) &&
  !node.startTag.attributes.some(({ directive, key }) => directive && /^else/.test(key.name.name))

/** What stands in a line because it fills a named slot or a cell; other frames lay their children out themselves. */
const isCell = ({ rawName, startTag }) =>
  rawName === 'td' ||
  (rawName === 'template' &&
    startTag.attributes.some(({ directive, key }) => directive && key.name.name === 'slot' && key.argument))

const SPANS = new Set(['span', 'strong', 'em', 'b', 'i', 'a', 'NuxtLink'])

export default {
  meta: {
    type: 'problem',
    schema: [],
    messages: { glued: 'Vue drops the line break before <{{ name }}>: write {{ space }} there.' },
  },
  create(context) {
    return context.sourceCode.parserServices.defineTemplateBodyVisitor({
      VElement(element) {
        const { children } = element
        const hasWords = children.some(isWords)
        if (!hasWords && !isCell(element)) return
        const isInLine = node => isInline(node) && (hasWords || SPANS.has(node.rawName))
        for (const [at, node] of children.entries()) {
          const [before, after] = [children[at - 1], children[at + 1]]
          if (
            isBlank(node) &&
            node.value.includes('\n') &&
            before?.type === 'VElement' &&
            isInLine(before) &&
            isInLine(after)
          )
            context.report({
              node: after,
              messageId: 'glued',
              data: { name: after.rawName, space: "{{ ' ' }}" },
            })
        }
      },
    })
  },
}
