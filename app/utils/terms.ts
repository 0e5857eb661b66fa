/** The field's terms in plain words; a term's first use on a screen can be pressed for its meaning. */
export const terms = {
  'seed parent':
    'The plant whose flowers receive the pollen and which carries the fruit. It is written first.',
  'pollen parent':
    'The plant that gives the pollen. Left open when nobody knows it; the same plant in a self.',
  'take': 'A pollinated flower that sets fruit. The take rate is the takes out of the flowers pollinated.',
  'packet': 'The seeds of one cross and one harvest, under one code. Everything sown comes from a packet.',
  'family': 'All offspring of one cross, or self, between the same two parents.',
  'stem':
    'The cross from its flowers to the plants worth keeping. Width is the square root of the count; dashed is the plan, with the range of four cases in five.',
} as const

export type Term = keyof typeof terms
