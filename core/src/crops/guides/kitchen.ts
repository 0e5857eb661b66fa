import { count, flowerColour, height, measure, steps, yesNo } from './traits'
import { reported } from './reported'
import type { CropNotes } from './usual'
import { usualTraits } from './usual'

const { vigour, health, weather } = usualTraits
const flavour = steps('flavour', 'flavour', 'At the stage it is eaten.', 'poor', 'fair', 'good', 'very good')

/** Vegetables, pulses and cereals. */
export const kitchen: CropNotes[] = [
  {
    id: 'tomato', name: 'Tomato', botanical: 'Solanum lycopersicum', group: 'vegetable', form: 'smallOpen', mating: 'selfing', seasons: 1, fruitLoad: [4, 12],
    ...reported.tomato,
    bloom: { from: '05-25', to: '09-15', lengthDays: [50, 95], fromSowing: [60, 90] }, at: 'morning', mild: 19, ready: [0.6, 2], lasts: [1, 3], passes: 1, pollen: 'medium',
    schools: { emasculation: [['strip', 'pluck'], 'The cone comes off in one piece with the petals.'], petals: [['off', 'on'], 'They come off with the cone.'], cover: [['none', 'mesh'], 'Without petals few visitors come under glass.'] },
    take: [[4, 9], [0.4, 0.8]], ripe: { days: [45, 65], cue: 'Fruit fully coloured.', seeds: [40, 150], sound: [0.85, 0.98] },
    seed: 'dry', seedHow: 'Ferment two days, wash, dry on paper.', sow: { depthMm: 5, how: 'Warm, light.', up: [5, 12], germination: [0.8, 0.97] },
    judged: { days: [80, 120], keep: ['meets the aim', 'flavour', 'blight free'], discard: ['cracks', 'late', 'few trusses'], traits: [steps('fruit-colour', 'fruit colour', 'Ripe.', 'green', 'yellow', 'orange', 'pink', 'red', 'black'), measure('fruit-mass', 'fruit mass', 'Mean of five.', 'g', 900), yesNo('potato-leaf', 'potato leaf', 'Second true leaf.'), flavour, vigour, health] },
    cautions: ['glasshouse'],
  },
  {
    id: 'aubergine', name: 'Aubergine', botanical: 'Solanum melongena', group: 'vegetable', form: 'smallOpen', mating: 'selfing', seasons: 1, fruitLoad: [1, 3],
    bloom: { from: '06-05', to: '09-10', lengthDays: [40, 75], fromSowing: [75, 105] }, at: 'morning', mild: 22, ready: [0.6, 2], lasts: [1, 3], passes: 1, pollen: 'medium',
    take: [[4, 9], [0.4, 0.8]], ripe: { days: [55, 75], cue: 'Fruit dull, yellow-brown and hard.', seeds: [200, 1200], sound: [0.7, 0.95] },
    seed: 'dry', sow: { depthMm: 5, how: 'Warm from below.', up: [7, 16], germination: [0.65, 0.92] },
    judged: { days: [85, 125], keep: ['meets the aim', 'no spines', 'early'], discard: ['bitter', 'mites'], traits: [steps('fruit-colour', 'fruit colour', 'At eating stage.', 'white', 'green', 'striped', 'purple', 'black'), yesNo('spines', 'spines', 'On the calyx.'), vigour, health] },
    cautions: ['glasshouse'],
  },
  {
    id: 'cucumber', name: 'Cucumber', botanical: 'Cucumis sativus', group: 'vegetable', form: 'separateTied', mating: 'outcrossing', seasons: 1, fruitLoad: [1, 3],
    bloom: { from: '06-01', to: '09-01', lengthDays: [35, 70], fromSowing: [38, 55] }, at: 'dawn', mild: 18, ready: [0.5, 1.2], lasts: [0.3, 1], passes: 1, pollen: 'short',
    take: [[2, 5], [0.5, 0.85]], ripe: { days: [35, 55], cue: 'Fruit yellow or brown and soft; rest it two weeks.', seeds: [60, 300], sound: [0.6, 0.92] },
    seed: 'dry', seedHow: 'Ferment a day, wash, dry.', sow: { depthMm: 12, how: 'Warm, one to a pot.', up: [4, 9], germination: [0.8, 0.96] },
    judged: { days: [60, 95], keep: ['meets the aim', 'mildew free', 'not bitter'], discard: ['short', 'few'], traits: [steps('skin', 'skin', 'At eating stage.', 'smooth', 'ribbed', 'spiny'), flavour, vigour, health] },
    cautions: ['bitterFruit', 'insectsInside'],
  },
  {
    id: 'melon', name: 'Melon', botanical: 'Cucumis melo', group: 'vegetable', form: 'separateTied', mating: 'outcrossing', seasons: 1, fruitLoad: [1, 3],
    bloom: { from: '06-10', to: '08-20', lengthDays: [30, 55], fromSowing: [42, 60] }, at: 'dawn', mild: 20, ready: [0.5, 1.2], lasts: [0.3, 0.9], passes: 1, pollen: 'short',
    take: [[2, 6], [0.25, 0.6]], ripe: { days: [40, 60], cue: 'Scent at the flower end, stalk cracks.', seeds: [150, 450], sound: [0.7, 0.95] },
    seed: 'dry', sow: { depthMm: 12, how: 'Warm, one to a pot.', up: [4, 10], germination: [0.8, 0.96] },
    judged: { days: [75, 110], keep: ['meets the aim', 'sweet', 'early'], discard: ['splits', 'mildew'], traits: [measure('sugar', 'sugar', 'Juice of the middle.', '°Bx', 22), steps('flesh', 'flesh colour', 'Cut ripe.', 'white', 'green', 'orange'), vigour, health] },
    cautions: ['insectsInside'],
  },
  {
    id: 'sweetcorn', name: 'Sweetcorn', botanical: 'Zea mays', group: 'cereal', form: 'earShoot', mating: 'outcrossing', seasons: 1, fruitLoad: [1, 2],
    ...reported.sweetcorn,
    bloom: { from: '07-05', to: '08-15', lengthDays: [7, 14], fromSowing: [60, 80] }, at: 'midday', mild: 21, ready: [2, 4], lasts: [3, 7], passes: 1, pollen: 'short',
    take: [[3, 6], [0.7, 0.95]], ripe: { days: [45, 65], cue: 'Husk dry; a black layer shows at the grain’s base.', seeds: [120, 450], sound: [0.8, 0.96] },
    seed: 'dry', sow: { depthMm: 25, how: 'Warm, in blocks.', up: [6, 14], germination: [0.7, 0.93], losses: ['birds', 'cold', 'slugs', 'damped off'] },
    judged: { days: [70, 100], keep: ['meets the aim', 'sweet', 'well filled'], discard: ['lodged', 'smut'], traits: [steps('grain', 'grain colour', 'Dry ear.', 'white', 'yellow', 'red', 'blue'), yesNo('wrinkled', 'wrinkled grain', 'Dry grain: sweet where it is wrinkled.'), count('rows', 'rows', 'Of grains, at the middle.', 30), height(350), vigour, health, weather] },
  },
  {
    id: 'lettuce', name: 'Lettuce', botanical: 'Lactuca sativa', group: 'vegetable', form: 'headWashed', mating: 'selfing', seasons: 1, fruitLoad: [8, 25],
    ...reported.lettuce,
    bloom: { from: '06-25', to: '08-25', lengthDays: [25, 45], fromSowing: [85, 120] }, at: 'morning', mild: 18, ready: [0.03, 0.2], lasts: [0.05, 0.2], passes: 1, pollen: 'short',
    schools: { emasculation: [['wash', 'clipFlorets'], 'The style pushes through the anthers: it cannot be done dry.'], timing: [['atOnce'], 'Styles stay clean for an hour or two.'], hour: [['earlyMorning'], 'Heads open once, for an hour or two in the morning.'] },
    take: [[2, 6], [0.5, 0.85]], ripe: { days: [11, 18], cue: 'White tufts show: feathering.', seeds: [6, 18], sound: [0.7, 0.95], splits: true },
    seed: 'dry', sow: { depthMm: 3, how: 'Cool: above 25 °C it sleeps.', up: [4, 10], germination: [0.75, 0.96] },
    judged: { days: [45, 75], keep: ['meets the aim', 'slow to bolt', 'crisp'], discard: ['tip burn', 'looks selfed'], traits: [steps('leaf-colour', 'leaf colour', 'Outer leaf.', 'yellow-green', 'green', 'flushed', 'red'), steps('leaf-form', 'leaf form', 'Full rosette.', 'oak', 'cut', 'plain', 'frilled'), vigour, health] },
  },
  {
    id: 'carrot', name: 'Carrot', botanical: 'Daucus carota', group: 'vegetable', form: 'laterStigma', mating: 'outcrossing', seasons: 2, fruitLoad: [2, 6],
    bloom: { from: '06-15', to: '07-31', lengthDays: [20, 35] }, at: 'midday', mild: 18, ready: [3, 7], lasts: [4, 8], passes: 6, pollen: 'short',
    take: [[7, 14], [0.5, 0.85]], ripe: { days: [40, 60], cue: 'Umbel brown and curled in.', seeds: [100, 900], sound: [0.4, 0.8], splits: true },
    seed: 'dry', sow: { depthMm: 8, how: 'In place, never dry.', up: [10, 24], germination: [0.55, 0.85], losses: ['dried out', 'slugs', 'carrot fly', 'weak'] },
    judged: { days: [90, 140], keep: ['meets the aim', 'smooth', 'sweet'], discard: ['green shoulder', 'forked', 'bolted'], traits: [steps('root-colour', 'root colour', 'Washed, cut.', 'white', 'yellow', 'orange', 'red', 'purple'), measure('root-length', 'root length', 'Crown to tip.', 'cm', 60), flavour, vigour, health] },
  },
  {
    id: 'onion', name: 'Onion', botanical: 'Allium cepa', group: 'vegetable', form: 'laterStigma', mating: 'outcrossing', seasons: 2, fruitLoad: [1, 4],
    bloom: { from: '06-15', to: '07-31', lengthDays: [20, 35] }, at: 'midday', mild: 18, ready: [2, 6], lasts: [3, 6], passes: 8, pollen: 'medium',
    take: [[6, 14], [0.4, 0.8]], ripe: { days: [40, 60], cue: 'First capsules split to show black seed.', seeds: [80, 600], sound: [0.6, 0.9], splits: true },
    seed: 'dry', seedHow: 'Dry well; it lives for a year or two only.', sow: { depthMm: 8, how: 'Cool, light.', up: [8, 18], germination: [0.65, 0.92] },
    judged: { days: [100, 160], keep: ['meets the aim', 'keeps well', 'single centre'], discard: ['thick neck', 'bolted'], traits: [steps('skin', 'skin colour', 'Dry bulb.', 'white', 'yellow', 'brown', 'red'), measure('bulb-mass', 'bulb mass', 'Dry.', 'g', 1500), vigour, health] },
  },
  {
    id: 'potato', name: 'Potato', botanical: 'Solanum tuberosum', group: 'vegetable', form: 'buzz', mating: 'outcrossing', ploidy: 4, seasons: 2, fruitLoad: [2, 8],
    bloom: { from: '06-05', to: '07-31', lengthDays: [14, 30] }, at: 'morning', mild: 17, ready: [0.6, 2], lasts: [1, 3], passes: 2, pollen: 'medium',
    take: [[4, 9], [0.15, 0.5]], ripe: { days: [40, 60], cue: 'Berry soft and paler.', seeds: [50, 250], sound: [0.7, 0.95] },
    seed: 'dry', seedHow: 'Ferment two days, wash, dry.', sow: { depthMm: 3, how: 'Warm, light, a tray.', up: [6, 14], germination: [0.6, 0.9] },
    judged: { days: [110, 170], keep: ['meets the aim', 'blight free', 'shallow eyes'], discard: ['scab', 'long stolons'], traits: [steps('skin', 'skin colour', 'Washed tuber.', 'yellow', 'pink', 'red', 'purple'), measure('yield', 'yield', 'Of one plant.', 'kg', 8), yesNo('blight', 'blight', 'By the end of August.'), vigour, health] },
    cautions: ['poisonous'],
  },
  {
    id: 'spinach', name: 'Spinach', botanical: 'Spinacia oleracea', group: 'vegetable', form: 'catkin', mating: 'outcrossing', seasons: 1, fruitLoad: [1, 3],
    bloom: { from: '05-15', to: '06-30', lengthDays: [14, 28], fromSowing: [50, 80] }, at: 'morning', mild: 16, ready: [2, 6], lasts: [4, 8], passes: 4, pollen: 'short',
    take: [[7, 14], [0.5, 0.85]], ripe: { days: [35, 50], cue: 'Plant yellow-brown, seed hard.', seeds: [60, 500], sound: [0.7, 0.95] },
    seed: 'dry', sow: { depthMm: 15, how: 'Cool, in place.', up: [6, 14], germination: [0.65, 0.9] },
    judged: { days: [35, 60], keep: ['meets the aim', 'slow to bolt', 'thick leaf'], discard: ['mildew', 'bolted'], traits: [steps('leaf-form', 'leaf form', 'Full rosette.', 'smooth', 'half savoy', 'savoy'), yesNo('bolted', 'bolted', 'Sixty days from sowing.'), vigour, health] },
  },
  {
    id: 'pea', name: 'Pea', botanical: 'Pisum sativum', group: 'pulse', form: 'keeled', mating: 'selfing', seasons: 1, fruitLoad: [2, 6],
    ...reported.pea,
    bloom: { from: '05-25', to: '07-10', lengthDays: [12, 28], fromSowing: [55, 80] }, at: 'morning', mild: 15, ready: [0.1, 1.5], lasts: [1, 2], passes: 1, pollen: 'medium',
    schools: { timing: [['atOnce', 'nextMorning'], 'The bud is open anyway; many pollinate in the same go.'] },
    take: [[3, 7], [0.3, 0.7]], ripe: { days: [28, 42], cue: 'Pod papery, peas rattle.', seeds: [2, 7], sound: [0.9, 0.99], splits: true },
    seed: 'dry', sow: { depthMm: 30, how: 'In place or in deep pots.', up: [6, 14], germination: [0.8, 0.97], losses: ['birds', 'mice', 'damped off', 'slugs'] },
    judged: { days: [55, 90], keep: ['meets the aim', 'sweet', 'mildew free'], discard: ['lodged', 'few pods'], traits: [flowerColour('white', 'pink', 'purple'), yesNo('wrinkled', 'wrinkled seed', 'Dry seed.'), steps('pod', 'pod', 'Dry pod wall.', 'parchment', 'sugar'), height(250), vigour, health] },
  },
  {
    id: 'bean', name: 'Bean', botanical: 'Phaseolus vulgaris', group: 'pulse', form: 'keeled', mating: 'selfing', seasons: 1, fruitLoad: [2, 6],
    bloom: { from: '06-20', to: '08-25', lengthDays: [20, 45], fromSowing: [45, 65] }, at: 'morning', mild: 18, ready: [0.1, 1], lasts: [0.5, 1.5], passes: 1, pollen: 'short',
    take: [[3, 7], [0.15, 0.5]], ripe: { days: [40, 60], cue: 'Pod dry and crackling.', seeds: [2, 7], sound: [0.9, 0.99], splits: true },
    seed: 'dry', sow: { depthMm: 30, how: 'Warm, in place.', up: [6, 14], germination: [0.8, 0.97], losses: ['slugs', 'cold', 'bean fly', 'damped off'] },
    judged: { days: [65, 100], keep: ['meets the aim', 'stringless', 'early'], discard: ['rust', 'few pods'], traits: [flowerColour('white', 'pink', 'lilac'), yesNo('climbs', 'climbs', 'By first bloom.'), steps('pod-colour', 'pod colour', 'Green stage.', 'green', 'yellow', 'purple'), vigour, health] },
  },
  {
    id: 'broad-bean', name: 'Broad bean', botanical: 'Vicia faba', group: 'pulse', form: 'keeled', mating: 'outcrossing', seasons: 1, fruitLoad: [3, 8],
    bloom: { from: '05-10', to: '06-25', lengthDays: [18, 35], fromSowing: [70, 110] }, at: 'midday', mild: 15, ready: [0.1, 2], lasts: [1, 3], passes: 2, pollen: 'medium',
    take: [[4, 9], [0.25, 0.6]], ripe: { days: [55, 80], cue: 'Pod black and dry.', seeds: [2, 6], sound: [0.9, 0.99] },
    seed: 'dry', sow: { depthMm: 50, how: 'In place, cool.', up: [10, 25], germination: [0.8, 0.96], losses: ['mice', 'birds', 'rotted', 'slugs'] },
    judged: { days: [70, 110], keep: ['meets the aim', 'stands', 'early'], discard: ['chocolate spot', 'aphids'], traits: [flowerColour('white', 'spotted', 'crimson'), count('pods', 'pods', 'On one stem.', 40), height(200), vigour, health, weather] },
  },
  {
    id: 'wheat', name: 'Wheat', botanical: 'Triticum aestivum', group: 'cereal', form: 'grassEar', mating: 'selfing', seasons: 1, fruitLoad: [1, 5],
    bloom: { from: '05-28', to: '06-25', lengthDays: [5, 12] }, at: 'midday', mild: 17, ready: [2, 4], lasts: [2, 5], passes: 1, pollen: 'short',
    schools: { emasculation: [['clip', 'pluck'], 'Clipped husks are faster and take as well.'], transfer: [['flower', 'anther', 'brush'], 'A shedding ear is twirled in the sleeve.'] },
    take: [[4, 8], [0.3, 0.75]], ripe: { days: [38, 55], cue: 'Grain hard, thumbnail leaves no mark.', seeds: [4, 18], sound: [0.7, 0.95] },
    seed: 'dry', sow: { depthMm: 30, how: 'Autumn or spring by kind.', up: [6, 16], germination: [0.85, 0.98], losses: ['birds', 'slugs', 'rotted', 'frost'] },
    judged: { days: [110, 290], keep: ['meets the aim', 'stands', 'rust free'], discard: ['lodged', 'late'], traits: [yesNo('awns', 'awns', 'Full ear.'), height(180), steps('grain', 'grain colour', 'Dry grain.', 'white', 'amber', 'red', 'purple'), vigour, health, weather] },
  },
  {
    id: 'barley', name: 'Barley', botanical: 'Hordeum vulgare', group: 'cereal', form: 'grassEar', mating: 'selfing', seasons: 1, fruitLoad: [1, 5],
    bloom: { from: '05-20', to: '06-20', lengthDays: [4, 10] }, at: 'morning', mild: 16, ready: [1, 3], lasts: [2, 4], passes: 1, pollen: 'short',
    stage: { cue: 'Awns two fingers out of the sheath, ear still in it; anthers green.', tooYoung: 'Awns not out.', tooOld: 'Anthers yellow: it sheds before the ear is out.' },
    take: [[4, 8], [0.3, 0.75]], ripe: { days: [35, 50], cue: 'Ear bends, grain hard.', seeds: [4, 18], sound: [0.75, 0.96] },
    seed: 'dry', sow: { depthMm: 30, how: 'Autumn or spring by kind.', up: [6, 16], germination: [0.85, 0.98], losses: ['birds', 'slugs', 'rotted', 'frost'] },
    judged: { days: [95, 280], keep: ['meets the aim', 'stands', 'mildew free'], discard: ['lodged', 'loose husk'], traits: [steps('rows', 'rows', 'Full ear.', 'two', 'six'), yesNo('hulless', 'hulless', 'Threshed grain.'), height(150), vigour, health, weather] },
  },
  {
    id: 'rice', name: 'Rice', botanical: 'Oryza sativa', group: 'cereal', form: 'grassEar', mating: 'selfing', seasons: 1, fruitLoad: [1, 5],
    bloom: { from: '07-25', to: '09-05', lengthDays: [5, 10], fromSowing: [80, 115] }, at: 'midday', mild: 26, ready: [0.6, 1.5], lasts: [0.5, 2], passes: 2, pollen: 'short',
    schools: { emasculation: [['clip', 'pluck'], 'Husks are clipped in the evening and the anthers drawn out by hand or by suction.'], timing: [['nextMorning', 'receptive'], 'Emasculated in the evening, pollinated at the next noon.'] },
    take: [[4, 8], [0.2, 0.6]], ripe: { days: [28, 40], cue: 'Grain straw-coloured and hard.', seeds: [10, 60], sound: [0.7, 0.95] },
    seed: 'dry', sow: { depthMm: 10, how: 'Warm, wet.', up: [4, 10], germination: [0.75, 0.95] },
    judged: { days: [90, 140], keep: ['meets the aim', 'early', 'stands'], discard: ['blast', 'late'], traits: [steps('grain-form', 'grain form', 'Husked.', 'short', 'medium', 'long'), height(160), vigour, health, weather] },
  },
]
