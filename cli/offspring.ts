import { OutOfRange } from '@virgulta/core/chance/estimate'
import { genomeOf } from '@virgulta/core/odds/genome'
import { rankRatios, segregationTest } from '@virgulta/core/offspring/segregation'
import { findSelfs } from '@virgulta/core/offspring/selfs'
import * as v from 'valibot'
import { genetic, parentOf, words as text } from './genetics'
import { answer, argumentsOf, numberIn, readInput } from './input'

const SEGREGATION = 'segregation --observed 315,108,101,32 --ratio 9:3:3:1, or --rank'

/** `segregation --observed 315,108,101,32 --ratio 9:3:3:1`, or `--rank` */
export function segregation(words: string[]): number {
  const { values } = argumentsOf(words, {
    observed: { type: 'string' },
    ratio: { type: 'string' },
    rank: { type: 'boolean', default: false },
  })
  if (values.observed === undefined) throw new OutOfRange(`Give the counts: ${SEGREGATION}.`)
  const observed = values.observed.split(',').map(one => numberIn(one, 'Each count of --observed'))
  if (values.rank === (values.ratio !== undefined))
    throw new OutOfRange(`Give either the ratio or --rank: ${SEGREGATION}.`)
  if (values.ratio !== undefined)
    return answer(
      segregationTest(
        observed,
        values.ratio.split(':').map(part => numberIn(part, 'Each part of --ratio')),
      ),
    )
  const { ranked, apartWith } = rankRatios(observed)
  return answer({ ranked: ranked.map(one => ({ ...one, ratio: one.ratio.join(':') })), apartWith })
}

const SelfsFile = v.strictObject({
  ...genetic,
  plants: v.array(
    v.record(text, text, 'a plant is what was seen of it: {"leaf": "P"}.'),
    'the plants are a list.',
  ),
})

/** `selfs FILE` */
export function selfs(typed: string[]): number {
  const {
    positionals: [file],
  } = argumentsOf(typed, {})
  const { seedParent, pollenParent, plants, ...genetics } = readInput(file, SelfsFile, 'selfs FILE')
  if (!seedParent || !pollenParent)
    throw new OutOfRange('Give both parents in the file, "seedParent" and "pollenParent".')
  const genome = genomeOf(genetics)
  return answer(
    findSelfs(
      genome,
      parentOf(seedParent, genome, 'seed parent'),
      parentOf(pollenParent, genome, 'pollen parent'),
      plants,
    ),
  )
}
