import { count, flowerColour, height, measure, steps, yesNo } from './traits'
import type { CropNotes } from './usual'
import { usualTraits } from './usual'

const { vigour, health, weather } = usualTraits
const flavour = steps('flavour', 'flavour', 'Ripe fruit, three tasters.', 'poor', 'fair', 'good', 'very good')

/** Fruit trees, bushes and berries, nuts. */
export const fruit: CropNotes[] = [
  {
    id: 'apple', name: 'Apple', botanical: 'Malus domestica', group: 'fruit', form: 'openBowl', mating: 'selfIncompatible', seasons: 5, fruitLoad: [10, 40],
    bloom: { from: '04-15', to: '05-20', lengthDays: [8, 16] }, at: 'midday', mild: 14, ready: [0.6, 3], lasts: [2, 4], passes: 2, pollen: 'long',
    schools: { emasculation: [['clip', 'strip', 'pluck', 'none'], 'It does not set with its own pollen, yet anthers and petals off keep bees away.'], petals: [['off', 'on'], 'Without petals bees pass by and many do not bag.'], cover: [['none', 'mesh', 'paper'], 'A branch without petals is left open, or a whole branch is bagged.'] },
    take: [[14, 30], [0.15, 0.5]], ripe: { days: [110, 160], cue: 'Pips brown, fruit lifts off.', seeds: [4, 10], sound: [0.8, 0.96] },
    seed: 'chill', sow: { depthMm: 12, how: 'After twelve cold weeks, cool.', up: [14, 45], germination: [0.5, 0.85], losses: ['damped off', 'mice', 'scab', 'weak'] },
    judged: { days: [1300, 2500], keep: ['meets the aim', 'keeps well'], discard: ['scab', 'small', 'mealy', 'thorny'], traits: [steps('skin', 'skin colour', 'Ripe fruit.', 'green', 'yellow', 'striped', 'red', 'russet'), measure('fruit-mass', 'fruit mass', 'Mean of five.', 'g', 800), flavour, vigour, health] },
    cautions: ['ladder'],
  },
  {
    id: 'strawberry', name: 'Strawberry', botanical: 'Fragaria × ananassa', group: 'fruit', form: 'openBowl', mating: 'outcrossing', ploidy: 2, seasons: 1, fruitLoad: [4, 10],
    bloom: { from: '04-25', to: '06-10', lengthDays: [14, 30] }, at: 'midday', mild: 15, ready: [0.6, 3], lasts: [2, 5], passes: 2, pollen: 'long',
    schools: { emasculation: [['strip', 'clip', 'pluck'], 'A ring cut with a thumbnail or scissors takes sepals, petals and stamens together.'] },
    take: [[7, 14], [0.5, 0.85]], ripe: { days: [28, 42], cue: 'Fruit fully red to the shoulders.', seeds: [80, 250], sound: [0.5, 0.85] },
    seed: 'chill', sow: { depthMm: 0, how: 'On the surface, light, after three cold weeks.', up: [14, 40], germination: [0.4, 0.8] },
    judged: { days: [250, 420], keep: ['meets the aim', 'firm', 'flavour'], discard: ['soft', 'mildew', 'small'], traits: [measure('fruit-mass', 'fruit mass', 'Mean of ten.', 'g', 80), flavour, count('runners', 'runners', 'By August.', 60), vigour, health] },
  },
  {
    id: 'raspberry', name: 'Raspberry', botanical: 'Rubus idaeus', group: 'fruit', form: 'openBowl', mating: 'outcrossing', seasons: 2, fruitLoad: [8, 20],
    bloom: { from: '05-20', to: '07-01', lengthDays: [14, 30] }, at: 'morning', mild: 16, ready: [1, 3], lasts: [2, 4], passes: 3, pollen: 'medium',
    take: [[7, 14], [0.5, 0.85]], ripe: { days: [28, 42], cue: 'Fruit coloured and slipping off its plug.', seeds: [20, 70], sound: [0.6, 0.9] },
    seed: 'chill', sow: { depthMm: 2, how: 'After long cold; scratch the coat.', up: [30, 120], germination: [0.15, 0.5] },
    judged: { days: [380, 760], keep: ['meets the aim', 'firm', 'spineless'], discard: ['crumbly', 'virus'], traits: [steps('fruit-colour', 'fruit colour', 'Ripe.', 'yellow', 'red', 'purple', 'black'), yesNo('spines', 'spines', 'Canes at knee height.'), flavour, vigour, health] },
    cautions: ['spines'],
  },
  {
    id: 'blueberry', name: 'Blueberry', botanical: 'Vaccinium corymbosum', group: 'fruit', form: 'buzz', mating: 'outcrossing', ploidy: 4, seasons: 3, fruitLoad: [10, 40],
    bloom: { from: '04-20', to: '05-31', lengthDays: [12, 24] }, at: 'midday', mild: 15, ready: [0.6, 2.5], lasts: [3, 6], passes: 2, pollen: 'medium',
    take: [[10, 20], [0.3, 0.7]], ripe: { days: [60, 95], cue: 'Berry blue all round, a week after it coloured.', seeds: [10, 50], sound: [0.5, 0.85] },
    seed: 'chill', sow: { depthMm: 0, how: 'Acid medium, surface, light, moist.', up: [25, 70], germination: [0.3, 0.7] },
    judged: { days: [700, 1200], keep: ['meets the aim', 'firm', 'small scar'], discard: ['soft', 'open habit'], traits: [measure('fruit-mass', 'fruit mass', 'Mean of twenty.', 'g', 6), flavour, height(250), vigour, health] },
  },
  {
    id: 'kiwi', name: 'Kiwi', botanical: 'Actinidia', group: 'fruit', form: 'catkin', mating: 'outcrossing', seasons: 5, fruitLoad: [10, 40],
    bloom: { from: '05-20', to: '06-20', lengthDays: [7, 14] }, at: 'morning', mild: 18, ready: [0.6, 2], lasts: [2, 5], passes: 2, pollen: 'long',
    take: [[8, 18], [0.5, 0.85]], ripe: { days: [140, 180], cue: 'Seed black, fruit gives after a week indoors.', seeds: [300, 1200], sound: [0.6, 0.9] },
    seed: 'chill', sow: { depthMm: 3, how: 'After four cold weeks, warm and light.', up: [14, 45], germination: [0.4, 0.8] },
    judged: { days: [1400, 2500], keep: ['meets the aim', 'smooth skin', 'sweet'], discard: ['male', 'small'], traits: [measure('fruit-mass', 'fruit mass', 'Mean of five.', 'g', 200), yesNo('female', 'female', 'First flowers.'), flavour, vigour, health] },
    cautions: ['ladder'],
  },
  {
    id: 'hazel', name: 'Hazel', botanical: 'Corylus avellana', group: 'tree or shrub', form: 'catkin', mating: 'selfIncompatible', seasons: 5, fruitLoad: [20, 80],
    bloom: { from: '01-15', to: '03-20', lengthDays: [20, 45] }, at: 'midday', mild: 8, ready: [4, 14], lasts: [10, 30], passes: 2, pollen: 'long',
    take: [[90, 130], [0.2, 0.6]], ripe: { days: [180, 220], cue: 'Nut loose in its husk and brown.', seeds: [0.5, 2], sound: [0.6, 0.9] },
    seed: 'chill', sow: { depthMm: 30, how: 'Outdoors, safe from mice; up in spring.', up: [120, 200], germination: [0.4, 0.8], losses: ['mice', 'dried out', 'rotted', 'weak'] },
    judged: { days: [1400, 2500], keep: ['meets the aim', 'thin shell', 'well filled'], discard: ['blank nuts', 'mites'], traits: [measure('nut-mass', 'nut mass', 'Mean of ten.', 'g', 8), steps('filled', 'filled', 'Cracked nuts.', 'blank', 'half', 'full'), vigour, health, weather] },
    cautions: ['ladder'],
  },
  {
    id: 'willow', name: 'Willow', botanical: 'Salix', group: 'tree or shrub', form: 'catkin', mating: 'outcrossing', seasons: 2, fruitLoad: [10, 40],
    bloom: { from: '02-20', to: '04-25', lengthDays: [8, 16] }, at: 'midday', mild: 10, ready: [2, 6], lasts: [3, 7], passes: 2, pollen: 'medium',
    take: [[6, 14], [0.5, 0.9]], ripe: { days: [25, 45], cue: 'First fluff shows at the capsules.', seeds: [50, 400], sound: [0.6, 0.9], splits: true },
    seed: 'sowAtOnce', seedHow: 'Lives for days only: sow the day it is picked.', sow: { depthMm: 0, how: 'On wet sand, uncovered.', up: [1, 5], germination: [0.6, 0.95] },
    judged: { days: [150, 400], keep: ['meets the aim', 'straight rods', 'bark colour'], discard: ['rust', 'branchy'], traits: [steps('bark', 'bark colour', 'Winter, south side.', 'green', 'yellow', 'red', 'black'), flowerColour('silver', 'yellow', 'pink', 'black'), height(400), vigour, health] },
  },
]
