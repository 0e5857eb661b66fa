import { count, flowerColour, height, measure, steps, yesNo } from './traits'
import type { CropNotes } from './usual'
import { usualTraits } from './usual'

const { vigour, health } = usualTraits

/** Orchids, succulents, carnivorous plants and others that stand under glass. */
export const underGlass: CropNotes[] = [
  {
    id: 'moth-orchid', name: 'Moth orchid', botanical: 'Phalaenopsis', group: 'orchid', form: 'column', mating: 'outcrossing', seasons: 4, fruitLoad: [1, 2],
    bloom: { from: '01-01', to: '06-15', lengthDays: [50, 100] }, at: 'midday', mild: 22, ready: [2, 6], lasts: [6, 20], passes: 1, pollen: 'long',
    take: [[5, 12], [0.3, 0.7]], ripe: { days: [130, 190], cue: 'Pod yellowing, before its seam opens; green pods for the flask earlier.', seeds: [5000, 60000], sound: [0.1, 0.6], splits: true },
    seed: 'flask', sow: { depthMm: 0, how: 'Sterile medium, dim at first; out of the flask after a year.', up: [30, 90], germination: [0.1, 0.5], losses: ['mould', 'browned', 'weak', 'rot after the flask'] },
    judged: { days: [900, 1500], keep: ['meets the aim', 'flat round flower', 'long spike'], discard: ['cupped', 'few flowers'], traits: [flowerColour('white', 'pink', 'yellow', 'striped', 'spotted'), count('flowers', 'flowers', 'On the first spike.', 40), measure('width', 'flower width', 'Largest flower.', 'mm', 200), vigour, health] },
    cautions: ['flask', 'protectedSpecies'],
  },
  {
    id: 'slipper-orchid', name: 'Slipper orchid', botanical: 'Paphiopedilum', group: 'orchid', form: 'column', mating: 'outcrossing', seasons: 6, fruitLoad: [1, 2],
    bloom: { from: '11-15', to: '04-15', lengthDays: [40, 70] }, at: 'midday', mild: 18, ready: [3, 8], lasts: [8, 20], passes: 1, pollen: 'medium',
    take: [[8, 20], [0.25, 0.6]], ripe: { days: [180, 300], cue: 'Pod browning at the tip.', seeds: [500, 8000], sound: [0.05, 0.4], splits: true },
    seed: 'flask', sow: { depthMm: 0, how: 'Sterile medium in the dark, then dim light.', up: [60, 180], germination: [0.05, 0.35], losses: ['mould', 'browned', 'weak', 'rot after the flask'] },
    judged: { days: [1500, 2400], keep: ['meets the aim', 'broad dorsal', 'glossy'], discard: ['narrow petals', 'weak stem'], traits: [flowerColour('white', 'green', 'yellow', 'red', 'spotted'), measure('width', 'flower width', 'Across the petals.', 'mm', 250), vigour, health] },
    cautions: ['flask', 'protectedSpecies'],
  },
  {
    id: 'echeveria', name: 'Echeveria', botanical: 'Echeveria', group: 'succulent', form: 'laterStigma', mating: 'outcrossing', seasons: 2, fruitLoad: [5, 15],
    bloom: { from: '03-01', to: '07-01', lengthDays: [25, 50] }, at: 'midday', mild: 20, ready: [1, 4], lasts: [1, 3], passes: 2, pollen: 'medium',
    take: [[6, 14], [0.4, 0.8]], ripe: { days: [35, 60], cue: 'The five pods part and dry.', seeds: [20, 120], sound: [0.3, 0.75], splits: true },
    seed: 'dry', seedHow: 'Dust-fine: sow within weeks.', sow: { depthMm: 0, how: 'On grit, covered with glass, light.', up: [7, 21], germination: [0.3, 0.7] },
    judged: { days: [300, 600], keep: ['meets the aim', 'tight rosette', 'bloom on the leaf'], discard: ['loose', 'spotted'], traits: [steps('leaf-colour', 'leaf colour', 'Full light, in autumn.', 'green', 'blue', 'pink', 'dark'), measure('width', 'rosette width', 'Second year.', 'cm', 60), vigour, health] },
  },
  {
    id: 'holiday-cactus', name: 'Holiday cactus', botanical: 'Schlumbergera', group: 'succulent', form: 'trumpet', mating: 'selfIncompatible', seasons: 3, fruitLoad: [2, 8],
    bloom: { from: '11-10', to: '01-31', lengthDays: [20, 40] }, at: 'midday', mild: 18, ready: [1, 3], lasts: [2, 4], passes: 2, pollen: 'medium',
    schools: { emasculation: [['none', 'clip'], 'It does not set with its own pollen.'], cover: [['none', 'mesh'], 'Indoors nothing flies.'] },
    emasculation: false, why: 'Its own pollen does not take: a plant sets fruit only with another.',
    take: [[7, 15], [0.4, 0.8]], ripe: { days: [150, 300], cue: 'Fruit soft and coloured, comes off at a touch.', seeds: [40, 180], sound: [0.7, 0.95] },
    seed: 'sowAtOnce', sow: { depthMm: 0, how: 'Wash off the pulp; on the surface, warm, covered.', up: [7, 25], germination: [0.6, 0.9] },
    judged: { days: [700, 1100], keep: ['meets the aim', 'new colour', 'upright'], discard: ['drops buds', 'brittle'], traits: [flowerColour('white', 'yellow', 'pink', 'red', 'purple'), vigour, health] },
  },
  {
    id: 'trumpet-pitcher', name: 'Trumpet pitcher', botanical: 'Sarracenia', group: 'carnivorous plant', form: 'openBowl', mating: 'outcrossing', seasons: 4, fruitLoad: [1, 3],
    bloom: { from: '04-15', to: '06-10', lengthDays: [12, 25] }, at: 'midday', mild: 18, ready: [2, 5], lasts: [4, 8], passes: 3, pollen: 'long',
    stage: { cue: 'Flower hangs, petals just dropped past the umbrella; anthers not yet split.', tooYoung: 'Bud round and closed.', tooOld: 'Pollen lies in the umbrella.' },
    take: [[14, 28], [0.5, 0.85]], ripe: { days: [110, 160], cue: 'Pod brown and cracking.', seeds: [60, 350], sound: [0.6, 0.9], splits: true },
    seed: 'chill', sow: { depthMm: 0, how: 'On moist peat substitute, light, after six cold weeks; rain water only.', up: [15, 45], germination: [0.4, 0.8] },
    judged: { days: [900, 1600], keep: ['meets the aim', 'veined', 'wide lid'], discard: ['flops', 'pale'], traits: [steps('pitcher-colour', 'pitcher colour', 'Summer pitchers, full sun.', 'green', 'veined', 'red top', 'red', 'white top'), height(120), vigour, health] },
    cautions: ['protectedSpecies'],
  },
  {
    id: 'flytrap', name: 'Flytrap', botanical: 'Dionaea muscipula', group: 'carnivorous plant', form: 'laterStigma', mating: 'outcrossing', seasons: 3, fruitLoad: [1, 4],
    bloom: { from: '05-15', to: '06-30', lengthDays: [12, 24] }, at: 'midday', mild: 20, ready: [1, 3], lasts: [1, 2], passes: 2, pollen: 'medium',
    take: [[5, 12], [0.5, 0.85]], ripe: { days: [28, 45], cue: 'Cup of black seed, open on top.', seeds: [8, 30], sound: [0.7, 0.95], splits: true },
    seed: 'sowAtOnce', sow: { depthMm: 0, how: 'On moist, acid, poor medium; light; rain water only.', up: [14, 35], germination: [0.5, 0.85] },
    judged: { days: [700, 1300], keep: ['meets the aim', 'red inside', 'large trap'], discard: ['slow', 'odd teeth'], traits: [steps('trap-colour', 'trap colour', 'Inside, full sun.', 'green', 'flushed', 'red'), measure('trap', 'largest trap', 'Along the rim.', 'mm', 80), vigour, health] },
    cautions: ['protectedSpecies'],
  },
  {
    id: 'tropical-pitcher', name: 'Tropical pitcher', botanical: 'Nepenthes', group: 'carnivorous plant', form: 'catkin', mating: 'outcrossing', seasons: 6, fruitLoad: [1, 2],
    bloom: { from: '03-01', to: '10-01', lengthDays: [14, 30] }, at: 'morning', mild: 22, ready: [1, 4], lasts: [3, 7], passes: 6, pollen: 'medium',
    take: [[10, 24], [0.3, 0.7]], ripe: { days: [70, 120], cue: 'Capsules brown and splitting from below upwards.', seeds: [1000, 6000], sound: [0.1, 0.5], splits: true },
    seed: 'sowAtOnce', sow: { depthMm: 0, how: 'Fresh, on live moss, humid, bright.', up: [30, 90], germination: [0.2, 0.6] },
    judged: { days: [1400, 2500], keep: ['meets the aim', 'broad rim', 'compact'], discard: ['slow', 'aborts pitchers'], traits: [steps('rim', 'rim', 'First large pitcher.', 'narrow', 'medium', 'broad'), yesNo('spots', 'spotted', 'Outside of the pitcher.'), vigour, health] },
    cautions: ['protectedSpecies'],
  },
  {
    id: 'bird-of-paradise', name: 'Bird-of-paradise flower', botanical: 'Strelitzia reginae', group: 'garden flower', form: 'perching', mating: 'outcrossing', seasons: 6, fruitLoad: [1, 3],
    bloom: { from: '01-15', to: '06-15', lengthDays: [30, 70] }, at: 'morning', mild: 20, ready: [0.6, 2], lasts: [1, 3], passes: 2, pollen: 'short',
    take: [[10, 20], [0.3, 0.65]], ripe: { days: [120, 200], cue: 'Pod brown, splitting to show orange tufts.', seeds: [20, 70], sound: [0.6, 0.9], splits: true },
    seed: 'sowAtOnce', sow: { depthMm: 12, how: 'Take the tuft off, nick and soak; warm.', up: [30, 180], germination: [0.3, 0.7] },
    judged: { days: [1300, 2200], keep: ['meets the aim', 'compact', 'clear orange'], discard: ['few flowers', 'tall'], traits: [flowerColour('yellow', 'orange', 'deep orange'), height(250), vigour, health] },
  },
]
