import { count, doubling, flowerColour, height, steps } from './traits'
import type { CropNotes } from './usual'
import { usualTraits } from './usual'

const { vigour, health, weather } = usualTraits

/** Plants with bulbs, corms or fleshy roots. */
export const bulbs: CropNotes[] = [
  {
    id: 'lily', name: 'Lily', botanical: 'Lilium', group: 'bulb', form: 'trumpet', mating: 'selfIncompatible', seasons: 3, fruitLoad: [1, 4],
    bloom: { from: '06-10', to: '08-15', lengthDays: [8, 20] }, at: 'morning', mild: 17, ready: [1, 3], lasts: [3, 6], passes: 2, pollen: 'long',
    schools: { cover: [['clip', 'tie', 'mesh', 'none'], 'A cap of foil or a clip over the stigma is quick and does not break the stem.'], petals: [['on', 'off'], 'Off where rain would rot them on the stigma.'] },
    take: [[10, 20], [0.3, 0.7]], ripe: { days: [65, 95], cue: 'Pod yellow-brown, first split at its tip.', seeds: [80, 260], sound: [0.4, 0.8], splits: true },
    seed: 'dry', seedHow: 'Dry; kinds that rest need warm, then cold moist weeks.', sow: { depthMm: 8, how: 'Gritty, cool; some kinds make a bulb before a leaf.', up: [21, 90], germination: [0.4, 0.8] },
    judged: { days: [600, 1000], keep: ['meets the aim', 'strong stem', 'clear colour'], discard: ['virus', 'weak neck'], traits: [flowerColour('white', 'yellow', 'orange', 'pink', 'red'), steps('stance', 'stance', 'First open flower.', 'hangs', 'outward', 'up'), height(220), count('buds', 'buds', 'On the main stem.', 40), vigour, health, weather] },
    cautions: ['cats'],
  },
  {
    id: 'daffodil', name: 'Daffodil', botanical: 'Narcissus', group: 'bulb', form: 'trumpet', mating: 'outcrossing', ploidy: 4, seasons: 5, fruitLoad: [1, 3],
    bloom: { from: '02-25', to: '04-25', lengthDays: [8, 18], hold: { days: 10, how: 'A potted seed parent to a frost-free, shaded place at 2–5 °C.', against: 'Held longer the flower papers at the edge.' } }, at: 'midday', mild: 11, ready: [1, 3], lasts: [3, 6], passes: 2, pollen: 'long',
    schools: { emasculation: [['pluck', 'strip', 'none'], 'Anthers are easily drawn out of the cup before they split.'], cover: [['none', 'clip', 'mesh'], 'Few insects fly in cold weather; where bees do, fold the cup shut.'] },
    take: [[14, 28], [0.35, 0.75]], ripe: { days: [50, 70], cue: 'Pod yellowing and soft, black seed through the wall.', seeds: [5, 30], sound: [0.6, 0.9], splits: true },
    seed: 'sowAtOnce', sow: { depthMm: 12, how: 'Deep pots outdoors; they come after winter.', up: [150, 230], germination: [0.5, 0.85] },
    judged: { days: [1300, 1900], keep: ['meets the aim', 'smooth petals', 'strong neck'], discard: ['nicked petals', 'hides in the leaves'], traits: [flowerColour('white', 'yellow', 'bicolour', 'pink cup', 'red cup'), doubling, height(70), vigour, health, weather] },
    cautions: ['bulbs'],
  },
  {
    id: 'tulip', name: 'Tulip', botanical: 'Tulipa', group: 'bulb', form: 'trumpet', mating: 'selfIncompatible', seasons: 5, fruitLoad: [1, 2],
    bloom: { from: '04-05', to: '05-20', lengthDays: [8, 16] }, at: 'midday', mild: 13, ready: [1, 4], lasts: [3, 6], passes: 2, pollen: 'long',
    stage: { cue: 'Bud coloured and still closed; the six anthers inside dark and firm.', tooYoung: 'Bud green.', tooOld: 'Cup has opened in the sun and the anthers are dusty.' },
    take: [[10, 20], [0.4, 0.8]], ripe: { days: [65, 90], cue: 'Pod straw-coloured, splitting at the tip.', seeds: [80, 220], sound: [0.5, 0.85], splits: true },
    seed: 'chill', sow: { depthMm: 10, how: 'Autumn, outdoors or after cold moist weeks.', up: [90, 160], germination: [0.5, 0.85] },
    judged: { days: [1300, 1900], keep: ['meets the aim', 'strong stem', 'clear base'], discard: ['virus', 'blotched'], traits: [flowerColour('white', 'yellow', 'orange', 'pink', 'red', 'purple'), doubling, height(80), vigour, health, weather] },
    cautions: ['bulbs'],
  },
  {
    id: 'amaryllis', name: 'Amaryllis', botanical: 'Hippeastrum', group: 'bulb', form: 'trumpet', mating: 'selfIncompatible', ploidy: 4, seasons: 3, fruitLoad: [1, 3],
    bloom: { from: '12-15', to: '04-15', lengthDays: [10, 24] }, at: 'morning', mild: 19, ready: [1, 3], lasts: [2, 5], passes: 2, pollen: 'long',
    schools: { cover: [['none', 'clip', 'mesh'], 'Indoors nothing flies.'] },
    take: [[6, 14], [0.5, 0.85]], ripe: { days: [28, 45], cue: 'Pod yellow, splitting along three seams.', seeds: [40, 110], sound: [0.4, 0.85], splits: true },
    seed: 'sowAtOnce', sow: { depthMm: 3, how: 'Fresh, on edge or floated on water, warm.', up: [7, 21], germination: [0.6, 0.92] },
    judged: { days: [700, 1100], keep: ['meets the aim', 'two scapes', 'flat face'], discard: ['narrow petals', 'virus'], traits: [flowerColour('white', 'pink', 'salmon', 'red', 'striped'), doubling, count('flowers', 'flowers', 'On the first scape.', 10), vigour, health] },
    cautions: ['bulbs'],
  },
  {
    id: 'daylily', name: 'Daylily', botanical: 'Hemerocallis', group: 'bulb', form: 'trumpet', mating: 'outcrossing', ploidy: 4, levels: [2, 4], seasons: 2, fruitLoad: [4, 12],
    bloom: { from: '06-15', to: '08-15', lengthDays: [18, 35] }, at: 'morning', mild: 18, ready: [0.1, 0.4], lasts: [0.2, 0.5], passes: 1, pollen: 'medium',
    schools: { emasculation: [['none', 'pluck'], 'The stigma stands far beyond the anthers; few self by themselves.'], timing: [['atOnce', 'nextMorning'], 'Each flower lasts one day.'], cover: [['none', 'clip'], 'Many work early, before insects fly; others clip a cap over the tip.'] },
    take: [[3, 7], [0.3, 0.7]], ripe: { days: [40, 60], cue: 'Pod brown, cracking at the top.', seeds: [4, 22], sound: [0.7, 0.95], splits: true },
    seed: 'chill', sow: { depthMm: 8, how: 'After six cold weeks, light and warm.', up: [10, 30], germination: [0.6, 0.9] },
    judged: { days: [400, 800], keep: ['meets the aim', 'branching', 'opens well'], discard: ['slick', 'few buds'], traits: [flowerColour('yellow', 'orange', 'pink', 'red', 'purple', 'near white'), doubling, count('buds', 'buds', 'On one scape.', 60), height(150), vigour, health] },
    cautions: ['cats'],
  },
]
