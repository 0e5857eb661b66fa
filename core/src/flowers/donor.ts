import type { StepHours } from './steps'

/** How a flower of the father gives its pollen as it is. */
export interface Donor {
  /** what is taken: a bud, a head, a tassel */
  what: string
  how: string
  /** it is covered before it sheds, in these hours of the day before; null where it needs none */
  covers: StepHours | null
  /** it stays on its plant under its cover, and gives again on the next days */
  stays: boolean
  /** flowers that one of them serves, by a touch each */
  touches: number
  /** which give and which take, where flowers open one after the other; null where it makes no difference */
  order: string | null
}
