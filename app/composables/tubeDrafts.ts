import { v7 } from 'uuid'
import type { Draft } from '../stores/log'

/** The draft of a tube that is split: as many new ones as there are codes, with so many doses in each. */
export const splitDraft = (subjectId: string, of: { crop: string, donors: string[] }, codes: string[], doses: number): Draft =>
  ({ kind: 'tubeSplit', subjectId, payload: { into: codes.map(code => ({ id: v7(), code, doses })), ...of } })
