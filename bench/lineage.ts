import { coancestryMatrix, inbreedingOf } from '@virgulta/core/lineage/inbreeding'
import type { Pedigree } from '@virgulta/core/lineage/pedigree'
import { UNKNOWN, generationsOf } from '@virgulta/core/lineage/pedigree'
import { breedingValues } from '@virgulta/core/merit/breedingValues'
import { randomStream } from '@virgulta/core/chance/stream'
import { range } from 'd3-array'
import type { Row } from './measure'
import { timed } from './measure'

/** Generations of large families: in each some seed parents, each by one of a few pollen parents, and their offspring in turn. */
function familiesOf(
  plants: number,
  generations: number,
  seedParents: number,
  pollenParents: number,
): Pedigree {
  const { uniform } = randomStream(4)
  const each = plants / generations
  const [seed, pollen] = [new Int32Array(plants).fill(UNKNOWN), new Int32Array(plants).fill(UNKNOWN)]
  const drawn = (from: number, count: number) =>
    Int32Array.from({ length: count }, () => from + Math.floor(uniform() * each))
  for (let g = 1; g < generations; g++) {
    const [seeds, pollens] = [drawn((g - 1) * each, seedParents), drawn((g - 1) * each, pollenParents)]
    for (let i = 0; i < each; i++) {
      const family = Math.floor((i * seedParents) / each)
      seed[g * each + i] = seeds[family]!
      pollen[g * each + i] = pollens[family % pollenParents]!
    }
  }
  return { seed, pollen }
}

/** Inbreeding, coancestry and breeding values of large pedigrees. */
export async function lineageRows(): Promise<Row[]> {
  const million = familiesOf(1_000_000, 25, 400, 40)
  const large = familiesOf(100_000, 20, 100, 20)
  const generations = generationsOf(large, String)
  const chosen = range(2000).map(i => 50 * i)
  const scores = range(200_000).map(i => ({
    plant: i >> 1,
    levels: [i % 2, i % 5],
    value: ((i * 7919) % 1000) / 100 + (i % 5),
  }))
  return [
    await timed(
      'lineage: inbreeding of 1 000 000 plants, 25 generations',
      1,
      3,
      async () => inbreedingOf(million, generationsOf(million, String)).length > 0,
      8000,
    ),
    await timed(
      'lineage: coancestry of all pairs of 2000 plants of 100 000',
      1,
      3,
      async () => coancestryMatrix(large, generations, chosen).length > 0,
      2000,
    ),
    await timed(
      'merit: breeding values of 100 000 plants, 200 000 scores',
      1,
      1,
      async () => {
        const scored = { pedigree: large, generations, scores, levels: [2, 5] }
        return breedingValues(scored, 0.3).values.length > 0
      },
      20_000,
    ),
  ]
}
