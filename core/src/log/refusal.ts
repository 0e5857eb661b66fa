/**
 * A step that does not fit what is already in the log. The sentence says what is wrong and what is allowed, for the
 * person at the flower; `code` lets the interface offer a way on; `field` names the input concerned.
 */
export class Refusal extends Error {
  constructor(
    readonly code: string,
    sentence: string,
    readonly field?: string,
  ) {
    super(sentence)
  }
}
