import { sum } from 'd3-array'
import { dayInWords } from '../time/days'
import type { Flower } from './flower'

/** Single flowers under a tag that got pollen: as many as its passes reached, where each of them was counted; else all. */
export function reachedUnder({ blooms, pollinations }: Flower): number {
  if (!pollinations.length) return 0
  return pollinations.every(pass => pass.reached !== null)
    ? Math.min(
        blooms,
        sum(pollinations, pass => pass.reached!),
      )
    : blooms
}

/** Single flowers under a tag that took: as they were counted, else all that got pollen. */
export const takenUnder = (flower: Flower): number =>
  flower.takenOn ? (flower.fruits ?? flower.harvest?.fruits ?? reachedUnder(flower)) : 0

/** Single flowers under a tag that got pollen and did not take, once that is known. */
export function failedUnder(flower: Flower): number {
  if (flower.takenOn) return Math.max(0, reachedUnder(flower) - takenUnder(flower))
  return flower.failed ? reachedUnder(flower) : flower.failedSoFar
}

/** Reason of a flower that went with its stalk: it was given up, and tells nothing of the others. */
export const WITH_STALK = 'its stalk was cut'

/** True for a flower or a fruit that was lost against all wishes. */
export const isMishap = ({ lost }: Pick<Flower, 'lost'>): boolean =>
  lost !== null && lost.reason !== WITH_STALK

/** Single flowers under a tag that got pollen and were lost before their take was known. */
export const lostUnder = (flower: Flower): number =>
  isMishap(flower) && !flower.takenOn && !flower.failed ? reachedUnder(flower) - flower.failedSoFar : 0

/** Single flowers under a tag that still can get pollen; a lone flower gets all of its in one pass. */
export const unreachedUnder = (flower: Flower): number => flower.blooms - reachedUnder(flower)

/** What is known of the flowers under one tag, each counted; empty for a lone flower. */
export function clusterInWords(flower: Flower): string {
  const { blooms, seen, pollinations, failedSoFar, takenOn } = flower
  if (blooms === 1) return ''
  const left = unreachedUnder(flower)
  const parts = [
    pollinations.length ? `${reachedUnder(flower)} pollinated` : '',
    seen && left ? `${seen.ready} ready on ${dayInWords(seen.on)}, ${seen.tomorrow} on the day after` : '',
    pollinations.length && left ? `${left} without pollen` : '',
    takenOn ? `${takenUnder(flower)} taken` : '',
    failedSoFar || failedUnder(flower) ? `${failedUnder(flower)} failed` : '',
  ].filter(Boolean)
  return parts.length ? `Of its ${blooms} flowers: ${parts.join(', ')}.` : ''
}
