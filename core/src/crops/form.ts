import type { Donor } from '../flowers/donor'
import type { School } from '../flowers/schools'
import type { Sign } from '../flowers/sign'
import type { FlowerStep, StepHours } from '../flowers/steps'

/** What a flower consists of, as the method speaks of it. */
interface FlowerPart {
  name: string
  does: string
}

/** A school of taking the anthers out: how it is done. */
type EmasculationWays = Partial<Record<Exclude<School<'emasculation'>, 'none'>, string>>

/**
 * A flower form: how such flowers are built, and how they are worked. A guide takes from it what its crop has in common with
 * others of the form.
 */
export interface FlowerForm {
  id: string
  name: string
  like: string
  /** what one tag is tied to */
  unit: 'flower' | 'cluster' | 'head' | 'ear' | 'ear shoot' | 'catkin' | 'flower in the sheath'
  parts: readonly FlowerPart[]
  /** what is done, in its order */
  steps: readonly FlowerStep[]
  /** when in the day, for steps with hours of their own */
  hours?: Partial<Record<FlowerStep, StepHours>>
  stage: { cue: string; tooYoung: string; tooOld: string }
  /** how a cluster or head is thinned, or its rivals are taken off, where they are */
  thin: string | null
  /** its rivals usually come off before it is worked; else where somebody thinks of it */
  isThinned?: boolean
  /** null where the form needs none */
  emasculation: {
    ways: EmasculationWays
    tools: readonly string[]
    /** what is counted while it is taken out, and how many a flower usually has */
    counts: 'anthers' | 'florets' | 'pollen masses'
    usual: number | null
    /** washings within a few hours, for florets that cannot be emasculated dry, and the minutes from one to the next */
    washes: number
    washMinutes?: number
  } | null
  /** why it needs no emasculation */
  noEmasculation: string | null
  lens: string
  /** what brings strange pollen to a flower that nobody covered */
  strangeBy: 'visitors' | 'wind'
  cover: { ways: readonly School<'cover'>[]; how: string; until: 'take' | 'harvest' }
  ready: { cue: string; notYet: string; tooLate: string }
  transfer: { ways: readonly School<'transfer'>[]; how: string; tools: readonly string[] }
  /** its pollen is at hand when the flower is: shed in the bud, or in masses, it need not dry first */
  isPollenAtHand?: boolean
  /** what gives pollen, and how */
  donor: Donor
  /** what shows soon after pollen has taken hold; null where nothing tells it before the take */
  sign: Sign | null
  /** what a step is called where its form says it in words of its own */
  questions?: Partial<Record<FlowerStep, string>>
  take: { yes: string; no: string; failReasons: readonly string[] }
  /** a flower that failed gapes, where others drop or brown */
  failsOpen?: boolean
  lostReasons: readonly string[]
  /** what leaving a step out means for the seed */
  omitted: Partial<Record<FlowerStep, string>>
}
