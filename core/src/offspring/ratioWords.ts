import { sum } from 'd3-array'
import { counted } from '../formats/counted'
import { percentWords } from '../odds/oddsWords'
import type { PooledTest } from './pooled'
import type { RankedRatio } from './segregation'
import type { Together } from './together'

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
export function alikeSentence(plants: number): string {
  const [three, one] = [0.75, 0.5].map(share => share ** plants) as [number, number]
  const words = (chance: number) =>
    chance < NEVER ? `less than ${percentWords(NEVER)}` : percentWords(chance)
  return `All ${counted(plants, 'plant')} are alike. In a family of 3:1 so many alike come in ${words(three)}, in one of 1:1 in ${words(one)}.`
}

/** Chances below that are not told apart. */
const NEVER = 1e-4

/** Deviations that chance makes less often than this are taken for real. */
const SELDOM = 0.05

/**
 * What several families say together of a ratio.
 *
 * @param plants of each family
 */
export function pooledSentences(
  plants: number[],
  ratio: number[],
  { pooled, heterogeneity }: PooledTest,
): string[] {
  const [name, all] = [ratioInWords(ratio), sum(plants)]
  if (heterogeneity.p < SELDOM)
    return [
      `The ${counted(plants.length, 'family', 'families')} differ from each other more than chance makes them (heterogeneity: G ${heterogeneity.g.toFixed(1)}, ${percentWords(heterogeneity.p)} by chance). Together they say nothing; look at each.`,
    ]
  return [
    `Together ${counted(all, 'plant')} of ${counted(plants.length, 'family', 'families')}: ${
      pooled.p < SELDOM ? `they do not go with ${name}` : `they go with ${name}`
    } (G ${pooled.g.toFixed(1)}; of families of ${name} ${percentWords(pooled.p)} are as far from it, or farther).`,
    `They agree with each other (heterogeneity: G ${heterogeneity.g.toFixed(1)}, ${percentWords(heterogeneity.p)} by chance).`,
  ]
}

/** log10 of the odds from which on two genes are called linked, and from which on they may be. */
const [LINKED, MAY_BE_LINKED] = [3, 1]

/** How two traits of a family go together, in sentences. */
export function togetherSentences(
  { plants, independence, linkage }: Together,
  [first, second]: [string, string],
  names: [string[], string[]],
): string[] {
  const isFree = independence.p >= SELDOM
  const free = isFree
    ? `In ${counted(plants, 'plant')} ${first} and ${second} go together as chance makes them (G ${independence.g.toFixed(1)}, ${percentWords(independence.p)} by chance).`
    : `In ${counted(plants, 'plant')} ${first} and ${second} do not go together by chance (G ${independence.g.toFixed(1)}, ${percentWords(independence.p)} by chance).`
  if (!linkage)
    return [free, 'Their classes are not those of one gene each, so no recombination is reckoned.']
  const { family, recombination, together, lod } = linkage
  const range = `${percentWords(recombination.estimate)} (${percentWords(recombination.low)} to ${percentWords(recombination.high)})`
  const as = `Taken as one gene each in a hybrid ${family === 'selfed' ? 'that was selfed' : 'that was crossed back'}`
  const pair = `${names[0][together[0]]} and ${names[1][together[1]]}`
  if (lod >= LINKED)
    return [
      free,
      `${as}, they are linked: parted in ${range} of the gametes. ${pair} came in from one parent.`,
    ]
  if (lod >= MAY_BE_LINKED)
    return [free, `${as}, they may be linked: parted in ${range} of the gametes. More plants would tell.`]
  return [free, `${as}, nothing speaks for a linkage: parted in ${range} of the gametes.`]
}
