/** The areas in the order of the season, each with the key that leads there after `g`. */
export const areas = [
  { to: '/today', word: 'Today', key: 't' },
  { to: '/aims', word: 'Aims', key: 'a' },
  { to: '/bloom', word: 'Bloom', key: 'b' },
  { to: '/crosses', word: 'Crosses', key: 'c' },
  { to: '/pollen', word: 'Pollen', key: 'p' },
  { to: '/seed', word: 'Seed', key: 's' },
  { to: '/offspring', word: 'Offspring', key: 'o' },
  { to: '/lineage', word: 'Lineage', key: 'i' },
  { to: '/plants', word: 'Plants', key: 'l' },
  { to: '/guides', word: 'Guides', key: 'u' },
  { to: '/garden', word: 'Garden', key: 'r' },
] as const
