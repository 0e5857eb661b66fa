import type { CropGuide } from './guide'

export const hellebore: CropGuide = {
  id: 'hellebore',
  name: 'Hellebore',
  form: 'openBowl',
  bloom: { from: '12-10', to: '04-10' },
  stage: {
    cue: 'Bud coloured and about to part; a fingertip just fits between the petals.',
    tooYoung: 'Bud hard and green-tipped.',
    tooOld: 'Outer anthers dusty, or a bee has been in.',
  },
  emasculation: {
    needed: true,
    method: 'Open the bud and pull the anthers off ring by ring with forceps; the styles in the middle stay untouched.',
    tools: ['forceps', 'spirit and wipes', 'lens', 'gloves'],
    caution: 'All parts are poisonous and the sap irritates: gloves, and wash afterwards. Let spirit dry away from flames.',
  },
  isolation: { ways: ['bag', 'none'], how: 'A light bag tied below the flower; leave room for the petals.' },
  receptive: {
    daysAfterIsolation: { low: 1, high: 4 },
    lasts: { low: 3, high: 7 },
    cue: 'Style tips curl outwards and glisten.',
    notYet: 'Styles straight and dull.',
    tooLate: 'Style tips dark and dry.',
    hours: { from: 10, to: 15 },
  },
  pollination: { method: 'Dab dry pollen on every style tip; again the next two days if it is cold.', tools: ['cotton buds', 'pollen tube', 'tags'] },
  take: {
    daysAfterPollination: { low: 12, high: 28 },
    rate: { low: 0.45, high: 0.85 },
    yes: 'The pods in the middle swell and stand apart; petals turn green and stay.',
    no: 'Pods stay thin, brown from the tip, and the flower folds.',
    failReasons: ['pods stayed thin', 'rotted', 'frost', 'browned'],
  },
  ripening: {
    daysAfterPollination: { low: 80, high: 125 },
    cue: 'Pods turn straw-coloured and begin to split at the tip; net them before.',
    seedsPerFruit: { low: 12, high: 42 },
    sound: { low: 0.75, high: 0.95 },
  },
  seedHandling: { kind: 'sowAtOnce', how: 'Sow fresh: dried seed may sleep for years. Warm summer, then a cold winter, then it comes up.' },
  sowing: {
    depthMm: 10,
    how: 'Gritty mix, outdoors in shade; keep moist through summer, let winter chill it.',
    daysToUp: { low: 165, high: 250 },
    germination: { low: 0.4, high: 0.8 },
    survival: { low: 0.7, high: 0.92 },
    lossReasons: ['damped off', 'slugs', 'dried out', 'frost heave'],
  },
  judging: {
    daysAfterRaising: { low: 560, high: 1000 },
    keepShare: { low: 0.02, high: 0.1 },
    reasons: ['meets the aim', 'clear slate', 'full double', 'faces up', 'muddy colour', 'hangs its head', 'weak stem', 'leaf spot', 'look again next year'],
    traits: [
      { id: 'flower-colour', name: 'flower colour', hint: 'Inner face, first fully open flower.', scale: 'steps', steps: ['white', 'pink', 'plum', 'slate', 'near black'] },
      { id: 'doubling', name: 'doubling', hint: 'Final form shows in the second season.', scale: 'steps', steps: ['single', 'semi', 'double'] },
      { id: 'stance', name: 'stance', hint: 'How the open flower faces.', scale: 'steps', steps: ['hangs', 'outward', 'up'] },
      { id: 'vigour', name: 'vigour', hint: 'Clump against its neighbours.', scale: 'steps', steps: ['poor', 'fair', 'good', 'very good'] },
    ],
  },
  lostReasons: ['frost', 'tag lost', 'eaten', 'stem broken'],
  cautions: ['Sap and seed are poisonous and irritate the skin: gloves, also when cleaning seed.'],
}
