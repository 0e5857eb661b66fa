import { counted } from '../formats/counted'
import { percentWords } from '../odds/oddsWords'
import type { RankedRatio } from './segregation'

/** A ratio as it is written: "9:3:4". */
export const ratioInWords = (ratio: number[]): string => ratio.join(':')

/** How likely a ratio has to be beside the likeliest to be named as a rival, and how seldom a family that is hardly one of it. */
const [RIVAL, HARDLY] = [0.05, 0.02]

/**
 * What counts of a family say, in sentences.
 *
 * @param plants that were counted
 * @param ranked the usual ratios, the likeliest first
 * @param apartWith plants that would tell the first from its rivals
 */
export function ratioSentences(plants: number, ranked: RankedRatio[], apartWith: number | null): string[] {
  const [first, ...others] = ranked as [RankedRatio, ...RankedRatio[]]
  const best = ratioInWords(first.ratio)
  const rivals = others.filter(r => r.posterior >= RIVAL * first.posterior)
  const named = rivals.slice(0, 3).map(r => ratioInWords(r.ratio))
  const more = rivals.length > named.length ? ` and ${rivals.length - named.length} more` : ''
  const list =
    named.length > 1 && !more ? `${named.slice(0, -1).join(', ')} and ${named.at(-1)}` : named.join(', ')
  const needed =
    apartWith === null || apartWith <= plants ? '' : ` It takes about ${counted(apartWith, 'plant')} to tell.`
  return [
    rivals.length
      ? `${best} fits best, but ${list}${more} cannot be told from it yet.${needed}`
      : `${best} fits best; every other usual ratio is less than a twentieth as likely.`,
    first.exactP < HARDLY
      ? `Even so it fits badly: of families of ${best} only ${percentWords(first.exactP)} are as odd as this one. Look for selfs, for kinds that were lost early, and for plants that were scored wrongly.`
      : `Of families of ${best}, ${percentWords(first.exactP)} are as far from it as this one, or farther.`,
  ]
}

/** What a family says of which all plants are alike: how often one that segregates would look like that. */
export const alikeSentence = (plants: number): string =>
  `All ${counted(plants, 'plant')} are alike. In a family of 3:1 so many alike come in ${percentWords(0.75 ** plants)}, in one of 1:1 in ${percentWords(0.5 ** plants)}.`
