// Node 20 has no Object.groupBy, which a lint plugin calls.
Object.groupBy ??= (items, keyOf) => {
  const groups = {}
  for (const item of items) (groups[keyOf(item)] ??= []).push(item)
  return groups
}

const { default: prettier } = await import('eslint-config-prettier')
const { default: gluedWords } = await import('./scripts/lib/gluedWords.mjs')
const { default: withNuxt } = await import('./.nuxt/eslint.config.mjs')

/** What a folder may not import: arrows point core ← shared ← server ← app, cli → core, demo → shared and core. */
const closed = (files, patterns, message) => ({
  files,
  rules: {
    'no-restricted-imports': ['error', { patterns: patterns.map(group => ({ group: [group], message })) }],
  },
})

const screens = ['**/app/**', 'vue', 'vue/*', 'vuetify', 'vuetify/*']

export default withNuxt(
  { ignores: ['server/db/migrations/**'] },
  closed(
    ['core/**/*.ts'],
    [
      '**/shared/**',
      '**/server/**',
      '**/app/**',
      '**/demo/**',
      'vue',
      'vue/*',
      'nuxt',
      'nuxt/*',
      '#*',
      'drizzle-orm',
      'drizzle-orm/*',
      'node:*',
      'h3',
    ],
    'core computes: it knows no interface, server, database or file.',
  ),
  closed(
    ['shared/**/*.ts'],
    ['**/server/**', '**/app/**', '**/demo/**', 'vue', 'nuxt/*', 'drizzle-orm', 'node:*'],
    'shared says what crosses the wire; it knows only core.',
  ),
  closed(['server/**/*.ts'], screens, 'The server does not know the screens.'),
  // Under server/db: rows ← held ← pages; the later settings of a file take the place of the earlier ones.
  closed(
    ['server/db/*.ts', 'server/db/rows/**/*.ts'],
    [...screens, '**/pages/**', '**/held/**'],
    'What reads rows knows neither the held gardens nor the pages that are made of them.',
  ),
  closed(
    ['server/db/held/**/*.ts'],
    [...screens, '**/pages/**'],
    'What is held of a garden does not know the pages that are made of it.',
  ),
  closed(
    ['server/db/pages/**/*.ts'],
    [...screens, './*', '**/pages/**'],
    'No page is made of another one: what both need goes to the core, to held or to rows.',
  ),
  closed(
    ['app/**/*.{ts,vue}'],
    ['**/server/**', '**/demo/**', 'drizzle-orm', 'drizzle-orm/*', 'node:*', 'postgres'],
    'Screens reach the server over the wire only.',
  ),
  closed(
    ['demo/**/*.ts'],
    ['**/server/**', '**/app/**'],
    'The demo garden writes entries; it knows shared and core.',
  ),
  {
    rules: {
      'vue/multi-word-component-names': 'off',
      'vue/require-default-prop': 'off',
      'vue/valid-v-slot': ['error', { allowModifiers: true }],
    },
  },
  {
    files: ['app/**/*.vue'],
    plugins: { virgulta: { rules: { 'glued-words': gluedWords } } },
    rules: {
      'virgulta/glued-words': 'error',
      'vue/no-restricted-syntax': [
        'error',
        {
          selector: 'ConditionalExpression ConditionalExpression',
          message: 'A choice among three has a name: a computed value, a function or a table.',
        },
      ],
    },
  },
  // How it is laid out is Prettier's.
  prettier,
)
