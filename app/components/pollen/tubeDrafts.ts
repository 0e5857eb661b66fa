import type { Draft } from '@virgulta/core/log/entry'

/** The draft of a tube that is split: into new ones, with so many doses in each. */
export const splitDraft = (
  subjectId: string,
  of: { crop: string; donors: string[] },
  tubes: { id: string; code: string }[],
  doses: number,
): Draft => ({
  kind: 'tubeSplit',
  subjectId,
  payload: { into: tubes.map(tube => ({ ...tube, doses })), ...of },
})
