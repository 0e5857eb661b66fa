/** Everything that is done at a flower, in the order of the work; a form has some of them. */
export const FLOWER_STEPS = [
  'choose',
  'thin',
  'petalsOff',
  'emasculate',
  'wash',
  'lensCheck',
  'isolate',
  'cutSilks',
  'look',
  'pollinate',
  'coverAgain',
  'takeLook',
  'uncover',
  'net',
  'fill',
  'harvest',
] as const
export type FlowerStep = (typeof FLOWER_STEPS)[number]

/** When in the day something is done at a flower, by the sun. */
export interface StepHours {
  after: 'sunrise' | 'noon' | 'sunset'
  /** minutes after it, from and until; negative: before */
  minutes: { low: number; high: number }
}
