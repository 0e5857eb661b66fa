/** A sign after pollination ends the passes at once, or asks for one more on the next day. */
export const SIGN_ENDS = ['stop', 'oneMore'] as const

/** What shows soon after pollen has taken hold, well before the take, and what is done then. */
export interface Sign {
  cue: string
  then: (typeof SIGN_ENDS)[number]
}
