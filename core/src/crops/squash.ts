import type { CropGuide } from './guide'

export const squash: CropGuide = {
  id: 'squash',
  name: 'Squash',
  form: 'separateTied',
  bloom: { from: '06-05', to: '09-05' },
  stage: {
    cue: 'At dusk: tip of the female bud yellow and loose, with the small fruit behind it. It opens tomorrow at dawn.',
    tooYoung: 'Tip green and tight: two days or more to go.',
    tooOld: 'Already open or wilted: bees have been.',
  },
  emasculation: { needed: false, why: 'Male and female flowers are separate: tying the female shut is enough.' },
  isolation: { ways: ['tie', 'bag'], how: 'Tie tomorrow’s female shut with soft tape at dusk; tie two males of the pollen parent as well.' },
  receptive: {
    daysAfterIsolation: { low: 0.6, high: 1.4 },
    lasts: { low: 0.3, high: 0.9 },
    cue: 'Bud opens by itself when the tie is loosened; lobes of the stigma sticky and bright.',
    notYet: 'Bud still green at the tip and will not part.',
    tooLate: 'Flower wilted or the tie has burst.',
    hours: { from: 5, to: 9 },
  },
  pollination: { method: 'Strip the petals off the tied male and roll its anther over all lobes; tie the female shut again.', tools: ['soft tape', 'scissors', 'tags'] },
  take: {
    daysAfterPollination: { low: 3, high: 7 },
    rate: { low: 0.4, high: 0.8 },
    yes: 'Young fruit darkens, shines and grows by the day.',
    no: 'Young fruit yellows, softens from the flower end and drops.',
    failReasons: ['fruit yellowed', 'rotted', 'too hot', 'plant full'],
  },
  ripening: {
    daysAfterPollination: { low: 50, high: 80 },
    cue: 'Stalk corky, skin resists a thumbnail. Let the fruit rest three weeks before it is opened.',
    seedsPerFruit: { low: 90, high: 260 },
    sound: { low: 0.8, high: 0.96 },
  },
  seedHandling: { kind: 'dry', how: 'Wash, float off empty seed, dry two weeks on a screen.' },
  sowing: {
    depthMm: 20,
    how: 'On edge, warm, one to a pot; plant out after the last frost.',
    daysToUp: { low: 5, high: 12 },
    germination: { low: 0.75, high: 0.95 },
    survival: { low: 0.8, high: 0.96 },
    lossReasons: ['damped off', 'slugs', 'cold', 'weak'],
  },
  judging: {
    daysAfterRaising: { low: 80, high: 120 },
    keepShare: { low: 0.05, high: 0.15 },
    reasons: ['meets the aim', 'keeps well', 'thick flesh', 'stringy', 'mildew', 'small', 'soft skin'],
    traits: [
      { id: 'skin', name: 'skin colour', hint: 'Ripe fruit, shaded side.', scale: 'steps', steps: ['cream', 'orange', 'green', 'blue-grey'] },
      { id: 'fruit-mass', name: 'fruit mass', hint: 'Largest fruit on the plant.', scale: 'measure', unit: 'kg', most: 60 },
      { id: 'mildew', name: 'mildew', hint: 'Leaves covered, late August.', scale: 'steps', steps: ['none', 'a little', 'half', 'all over'] },
      { id: 'fruits', name: 'fruits', hint: 'Set and held on the plant.', scale: 'count', most: 40 },
    ],
  },
  lostReasons: ['tie burst', 'tag lost', 'broken off', 'eaten'],
  cautions: ['Bees and wasps may be shut inside a tied flower: look before you reach in. Never eat fruit that tastes bitter.'],
}
