import type { FlowerStep } from '../flowers/steps'

/** Work at which a caution is shown: at the flower, and behind it. */
type CautionStep = FlowerStep | 'sow' | 'collectPollen' | 'tubePollen'

interface Caution {
  name: string
  words: string
  /** where it is shown */
  at: CautionStep[]
  /** concerns every crop; else those whose guide names it */
  isGeneral?: boolean
  /** only where one of these is in hand */
  tool?: RegExp
}

/**
 * What can hurt someone, said once at the step, short. Labels of products and the rules of the place come first, and the
 * competent authority where plants, seed or pollen are moved.
 */
export const CAUTIONS = {
  blades: {
    name: 'blades and forceps',
    words: 'Cut away from your fingers and carry blades closed.',
    at: ['emasculate', 'thin', 'cutSilks'],
    isGeneral: true,
    tool: /forceps|scissors|blade|knife/,
  },
  spirit: {
    name: 'spirit',
    words: 'Spirit burns: away from flames and hot lamps, and let it dry before the next plant.',
    at: ['emasculate', 'pollinate', 'collectPollen', 'tubePollen'],
    isGeneral: true,
    tool: /spirit/,
  },
  pollenDust: {
    name: 'pollen and dust',
    words: 'With an allergy to pollen or dust wear a mask, and empty bags downwind.',
    at: ['pollinate', 'collectPollen', 'tubePollen', 'harvest'],
    isGeneral: true,
  },
  dressings: {
    name: 'fungicides and seed dressings',
    words: 'Follow the product label and your local rules; gloves, and only where its use is licensed.',
    at: ['sow'],
    isGeneral: true,
  },
  movingOn: {
    name: 'moving plants and seed',
    words:
      'Invasive or protected species, plant health, import and protected varieties: ask the competent authority before you move, swap or sell.',
    at: ['harvest'],
    isGeneral: true,
  },
  desiccant: {
    name: 'drying agents',
    words: 'Beads that are dyed with cobalt are poisonous: gloves, and never where food is kept.',
    at: ['collectPollen', 'tubePollen'],
    isGeneral: true,
  },
  poisonous: {
    name: 'poisonous plant',
    words: 'All parts are poisonous and the sap irritates: gloves, and wash afterwards.',
    at: ['emasculate', 'isolate', 'pollinate', 'harvest', 'sow'],
  },
  burning: {
    name: 'burning fruit',
    words: 'Fruit, sap and dust burn skin and eyes: gloves, and do not rub your eyes.',
    at: ['emasculate', 'pollinate', 'harvest', 'sow'],
  },
  cats: {
    name: 'lilies and cats',
    words: 'Pollen and leaves kill cats: brush yourself off before you go to one.',
    at: ['emasculate', 'pollinate', 'collectPollen', 'tubePollen'],
  },
  bulbs: {
    name: 'bulb sap',
    words: 'Sap of bulbs and stems irritates the skin and is poisonous to eat: gloves.',
    at: ['emasculate', 'harvest', 'sow'],
  },
  insectsInside: {
    name: 'bees and wasps',
    words: 'A bee or wasp may be shut inside: look before you reach in.',
    at: ['isolate', 'look', 'pollinate', 'uncover'],
  },
  bitterFruit: {
    name: 'bitter fruit',
    words: 'Never eat fruit of a cross that tastes bitter: it can be poisonous.',
    at: ['harvest'],
  },
  ladder: {
    name: 'ladders',
    words: 'On a ladder keep one hand free and have somebody below.',
    at: ['isolate', 'pollinate', 'harvest'],
  },
  spines: {
    name: 'spines',
    words: 'Spines and hooks: long sleeves, and eyes away from the plant.',
    at: ['emasculate', 'isolate', 'pollinate', 'harvest'],
  },
  glasshouse: {
    name: 'heat under glass',
    words: 'Under glass drink, and be out before noon on hot days.',
    at: ['look'],
  },
  flask: {
    name: 'sterile flasks',
    words:
      'Bleach, spirit and pressure cookers: goggles, no flame near spirit, and let the pressure fall before you open.',
    at: ['sow'],
  },
  protectedSpecies: {
    name: 'protected species',
    words:
      'Many wild kinds are protected, seed and pollen too: work with plants of known origin and keep the papers.',
    at: ['choose', 'harvest'],
  },
} as const satisfies Record<string, Caution>

export type CautionId = keyof typeof CAUTIONS
export const CAUTION_IDS = Object.keys(CAUTIONS) as [CautionId, ...CautionId[]]

/** A step with what is in hand at it. */
export interface StepInHand {
  step: string
  tools: string[]
}

/**
 * The cautions of a step, those of the crop first.
 *
 * @param ofCrop the ones its guide names
 * @param hidden those the garden has had enough of
 */
export function cautionsAt(
  { step, tools }: StepInHand,
  ofCrop: CautionId[],
  hidden: readonly string[] = [],
): CautionId[] {
  const shown = (id: CautionId) => {
    const { at, tool }: Caution = CAUTIONS[id]
    return (
      (at as readonly string[]).includes(step) &&
      !hidden.includes(id) &&
      (!tool || tools.some(one => tool.test(one)))
    )
  }
  return [
    ...ofCrop.filter(shown),
    ...CAUTION_IDS.filter(id => (CAUTIONS[id] as Caution).isGeneral && shown(id)),
  ]
}

/** The cautions along the steps of a page, each at the first step it belongs to and once. */
export function cautionsAlong(
  steps: StepInHand[],
  ofCrop: CautionId[],
  hidden: readonly string[] = [],
): CautionId[][] {
  const said = new Set(hidden)
  return steps.map(step => {
    const fresh = cautionsAt(step, ofCrop, [...said])
    for (const id of fresh) said.add(id)
    return fresh
  })
}
