import { doubling, flowerColour, height, steps, yesNo } from './traits'
import { reported } from './reported'
import type { CropNotes } from './usual'
import { usualTraits } from './usual'

const { vigour, health, weather } = usualTraits

/** Garden flowers, and shrubs that are grown for theirs. */
export const gardenFlowers: CropNotes[] = [
  {
    id: 'rose', name: 'Rose', botanical: 'Rosa', group: 'tree or shrub', form: 'openBowl', mating: 'outcrossing', ploidy: 4, seasons: 2, fruitLoad: [5, 20],
    ...reported.rose,
    bloom: { from: '05-25', to: '07-20', lengthDays: [14, 35] }, at: 'morning', mild: 16, ready: [0.6, 2.5], lasts: [1, 3], passes: 2, pollen: 'medium',
    schools: { petals: [['off', 'on'], 'Bare flowers draw no bees and do not rot in rain; with petals on the flower is disturbed less.'], timing: [['nextMorning', 'receptive', 'atOnce'], 'Most stigmas are sticky a day after the anthers are out.'] },
    take: [[10, 25], [0.25, 0.65]], ripe: { days: [90, 130], cue: 'Hip orange or red and just giving to the thumb.', seeds: [3, 18], sound: [0.5, 0.85] },
    seed: 'chill', sow: { depthMm: 8, how: 'Gritty mix, cool, light; leave the tray a second year.', up: [30, 150], germination: [0.15, 0.5], losses: ['damped off', 'mildew', 'aphids', 'weak'] },
    judged: { days: [60, 400], keep: ['meets the aim', 'clear colour', 'good scent'], discard: ['blackspot', 'weak neck', 'balls in rain', 'few flowers'], traits: [flowerColour('white', 'yellow', 'pink', 'red', 'mauve'), doubling, yesNo('repeats', 'flowers again', 'A second flush by late summer, in its second year.'), steps('scent', 'scent', 'Mid-morning, first open flower.', 'none', 'light', 'strong'), vigour, health, weather] },
    cautions: ['spines'],
  },
  {
    id: 'sweet-pea', name: 'Sweet pea', botanical: 'Lathyrus odoratus', group: 'garden flower', form: 'keeled', mating: 'selfing', seasons: 1, fruitLoad: [3, 10],
    ...reported.sweetPea,
    bloom: { from: '06-01', to: '08-15', lengthDays: [30, 60], fromSowing: [90, 150] }, at: 'morning', mild: 15, ready: [0.6, 2], lasts: [1, 2], passes: 1, pollen: 'medium',
    take: [[4, 9], [0.3, 0.7]], ripe: { days: [40, 60], cue: 'Pod straw-coloured and rattling, before it twists.', seeds: [4, 9], sound: [0.8, 0.96], splits: true },
    seed: 'dry', sow: { depthMm: 15, how: 'Deep pots, cool, light.', up: [7, 20], germination: [0.7, 0.95] },
    judged: { days: [70, 120], keep: ['meets the aim', 'long stem', 'strong scent'], discard: ['muddy colour', 'short stem', 'drops buds'], traits: [flowerColour('white', 'cream', 'pink', 'red', 'mauve', 'blue'), steps('scent', 'scent', 'Mid-morning.', 'none', 'light', 'strong'), yesNo('tendrils', 'tendrils', 'Leaf tips at knee height.'), height(300), vigour, health] },
    cautions: ['poisonous'],
  },
  {
    id: 'zinnia', name: 'Zinnia', botanical: 'Zinnia elegans', group: 'garden flower', form: 'headDusted', mating: 'selfIncompatible', seasons: 1, fruitLoad: [3, 8],
    bloom: { from: '06-25', to: '09-30', lengthDays: [40, 80], fromSowing: [65, 90] }, at: 'morning', mild: 19, ready: [1, 3], lasts: [1, 3], passes: 7, pollen: 'short',
    take: [[3, 8], [0.5, 0.85]], ripe: { days: [30, 55], cue: 'Head brown and dry down to the stem.', seeds: [20, 70], sound: [0.4, 0.8] },
    seed: 'dry', sow: { depthMm: 6, how: 'Warm, in place after frost or in pots.', up: [4, 10], germination: [0.7, 0.92] },
    judged: { days: [60, 90], keep: ['meets the aim', 'full double', 'strong stem'], discard: ['mildew', 'muddy colour', 'weak neck'], traits: [flowerColour('white', 'yellow', 'orange', 'pink', 'red', 'green'), doubling, height(150), vigour, health] },
  },
  {
    id: 'dahlia', name: 'Dahlia', botanical: 'Dahlia', group: 'garden flower', form: 'headDusted', mating: 'selfIncompatible', ploidy: 2, seasons: 1, fruitLoad: [3, 8],
    bloom: { from: '07-15', to: '10-10', lengthDays: [50, 85], fromSowing: [100, 140] }, at: 'midday', mild: 17, ready: [1, 3], lasts: [1, 3], passes: 6, pollen: 'short',
    take: [[5, 12], [0.3, 0.7]], ripe: { days: [35, 60], cue: 'Head closed, papery and brown; squeeze out no water.', seeds: [10, 60], sound: [0.3, 0.7] },
    seed: 'dry', sow: { depthMm: 5, how: 'Warm, under glass in spring.', up: [5, 14], germination: [0.5, 0.85] },
    judged: { days: [100, 150], keep: ['meets the aim', 'clear form', 'faces well'], discard: ['open centre', 'weak stem', 'shy'], traits: [flowerColour('white', 'yellow', 'orange', 'pink', 'red', 'purple'), doubling, height(220), vigour, health, weather] },
  },
  {
    id: 'sunflower', name: 'Sunflower', botanical: 'Helianthus annuus', group: 'garden flower', form: 'headDusted', mating: 'selfIncompatible', seasons: 1, fruitLoad: [1, 4],
    bloom: { from: '07-05', to: '09-15', lengthDays: [10, 30], fromSowing: [60, 95] }, at: 'morning', mild: 18, ready: [1, 3], lasts: [1, 3], passes: 6, pollen: 'medium',
    take: [[4, 9], [0.6, 0.9]], ripe: { days: [35, 50], cue: 'Back of the head yellow-brown, bracts dry.', seeds: [100, 900], sound: [0.5, 0.9] },
    seed: 'dry', sow: { depthMm: 20, how: 'In place, or in deep pots.', up: [5, 12], germination: [0.75, 0.95], losses: ['slugs', 'birds', 'damped off', 'wind'] },
    judged: { days: [70, 110], keep: ['meets the aim', 'branching', 'no pollen'], discard: ['weak stem', 'rust'], traits: [flowerColour('cream', 'yellow', 'bronze', 'red'), yesNo('branching', 'branching', 'Side heads by first bloom.'), height(400), vigour, health, weather] },
  },
  {
    id: 'bellflower', name: 'Bellflower', botanical: 'Campanula', group: 'garden flower', form: 'laterStigma', mating: 'outcrossing', seasons: 2, fruitLoad: [4, 12],
    bloom: { from: '06-10', to: '08-01', lengthDays: [20, 40] }, at: 'midday', mild: 16, ready: [2, 5], lasts: [2, 4], passes: 3, pollen: 'medium',
    take: [[6, 12], [0.5, 0.85]], ripe: { days: [35, 60], cue: 'Capsule brown, pores open at its base.', seeds: [60, 300], sound: [0.6, 0.9], splits: true },
    seed: 'dry', sow: { depthMm: 0, how: 'On the surface, light, moist.', up: [10, 28], germination: [0.4, 0.8] },
    judged: { days: [300, 420], keep: ['meets the aim', 'upright', 'long bloom'], discard: ['flops', 'washed-out colour'], traits: [flowerColour('white', 'pale blue', 'blue', 'violet', 'pink'), doubling, height(180), vigour, health, weather] },
  },
  {
    id: 'pelargonium', name: 'Pelargonium', botanical: 'Pelargonium', group: 'garden flower', form: 'laterStigma', mating: 'outcrossing', seasons: 1, fruitLoad: [4, 12],
    bloom: { from: '05-01', to: '10-10', lengthDays: [60, 130] }, at: 'midday', mild: 19, ready: [2, 6], lasts: [2, 4], passes: 2, pollen: 'medium',
    take: [[5, 12], [0.35, 0.75]], ripe: { days: [28, 50], cue: 'Beak brown and lifting from the base.', seeds: [2, 5], sound: [0.7, 0.95], splits: true },
    seed: 'dry', sow: { depthMm: 3, how: 'Nick the coat; warm.', up: [4, 14], germination: [0.6, 0.92] },
    judged: { days: [110, 180], keep: ['meets the aim', 'compact', 'clean zone'], discard: ['leggy', 'shatters'], traits: [flowerColour('white', 'pink', 'salmon', 'red', 'purple'), doubling, steps('zone', 'leaf zone', 'Third full leaf.', 'none', 'faint', 'dark'), vigour, health] },
  },
]
