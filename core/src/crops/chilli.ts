import type { CropGuide } from './guide'

export const chilli: CropGuide = {
  id: 'chilli',
  name: 'Chilli',
  form: 'smallOpen',
  bloom: { from: '05-20', to: '09-25' },
  stage: {
    cue: 'Fat white bud on the eve of opening; petals still closed, anthers inside not yet split.',
    tooYoung: 'Bud green and small: the style tears when it is opened.',
    tooOld: 'Petals apart or anthers dusty: it may have selfed already.',
  },
  emasculation: {
    needed: true,
    method: 'Ease the petals off with forceps, then lift out every anther by its stalk. Count them.',
    tools: ['fine forceps', 'spirit and wipes', 'lens'],
    caution: 'Wear gloves and keep hands from your eyes: fruit and sap burn. Let spirit dry before the next plant, away from flames.',
  },
  isolation: { ways: ['bag', 'net', 'none'], how: 'Slip a small mesh bag over the bud and tie it below the stalk without snapping it.' },
  receptive: {
    daysAfterIsolation: { low: 0.6, high: 2.6 },
    lasts: { low: 1, high: 3 },
    cue: 'Tip of the stigma glistens and looks swollen.',
    notYet: 'Tip dull and dry, still pale green.',
    tooLate: 'Tip brown, or the style has dropped.',
    hours: { from: 7, to: 10.5 },
  },
  pollination: { method: 'Touch a freshly split anther of the pollen parent to the tip until grains show under the lens.', tools: ['small brush', 'lens', 'tags'] },
  take: {
    daysAfterPollination: { low: 4, high: 9 },
    rate: { low: 0.35, high: 0.75 },
    yes: 'Base of the flower swells and stays green; the stalk thickens.',
    no: 'The stalk yellows at its joint and the flower drops.',
    failReasons: ['flower dropped', 'browned', 'style broken', 'heat'],
  },
  ripening: {
    daysAfterPollination: { low: 45, high: 75 },
    cue: 'Whole fruit in its final colour and slightly soft.',
    seedsPerFruit: { low: 14, high: 48 },
    sound: { low: 0.8, high: 0.96 },
  },
  seedHandling: { kind: 'dry', how: 'Clean, dry a week in the shade at room warmth, then packet with a drying agent.' },
  sowing: {
    depthMm: 5,
    how: 'Warm from below, evenly moist, light once up.',
    daysToUp: { low: 7, high: 18 },
    germination: { low: 0.6, high: 0.9 },
    survival: { low: 0.75, high: 0.95 },
    lossReasons: ['damped off', 'dried out', 'eaten', 'weak'],
  },
  judging: {
    daysAfterRaising: { low: 55, high: 95 },
    keepShare: { low: 0.03, high: 0.12 },
    reasons: ['meets the aim', 'compact', 'strong stem', 'pale leaf', 'fruit hangs', 'leggy', 'few flowers', 'looks selfed', 'sickly'],
    traits: [
      { id: 'leaf-colour', name: 'leaf colour', hint: 'Youngest full leaf, from above, in daylight.', scale: 'steps', steps: ['green', 'flushed', 'purple', 'near black'] },
      { id: 'fruit-stance', name: 'fruit stance', hint: 'Most fruits, before they colour.', scale: 'steps', steps: ['hangs', 'sideways', 'upright'] },
      { id: 'height', name: 'height', hint: 'Soil to highest tip.', scale: 'measure', unit: 'cm', most: 300 },
      { id: 'vigour', name: 'vigour', hint: 'Against its neighbours.', scale: 'steps', steps: ['poor', 'fair', 'good', 'very good'] },
    ],
  },
  lostReasons: ['knocked off', 'tag lost', 'eaten', 'dried up'],
  cautions: ['Fruit, seed and dust burn skin and eyes: gloves, and do not rub your eyes.'],
}
