/** Flower forms with a method, cues and drawings of their own. */
export const FLOWER_FORMS = ['smallOpen', 'openBowl', 'separateTied'] as const
export type FlowerForm = typeof FLOWER_FORMS[number]

/** What a form is called in the field. */
export const FORM_NAMES: Record<FlowerForm, string> = {
  smallOpen: 'small nodding flower, selfs by itself',
  openBowl: 'open bowl with many stamens',
  separateTied: 'separate flowers, tied shut at dusk',
}
