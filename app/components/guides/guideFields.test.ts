import { describe, expect, it } from 'vitest'
import type { CropGuide } from '@virgulta/core/crops/guide'
import { builtInGuides } from '@virgulta/core/crops/guides/all'
import type { FieldGroup } from './guideFields'
import { emasculationGroup, fieldGroups, valueAt, withValue, wordsAt } from './guideFields'
import { guideChoices, guideRanges, guideTexts } from './guideParts'

/** Fields that have a screen of their own, or make the guide what it is. */
const ELSEWHERE = [
  'id',
  'form',
  'loci',
  'rules',
  'judging.traits',
  'schools',
  'seasons',
  'bloom.from',
  'bloom.to',
  'pollination.passes',
  'emasculation.needed',
]

const pathsIn = ({ fields, groups = [], optional }: FieldGroup): string[] => [
  ...(optional ? [optional.path] : []),
  ...fields.map(({ path }) => path),
  ...groups.flatMap(pathsIn),
]

/** Every path of a guide under which something is written; lists are one. */
function leavesOf(value: unknown, path = ''): string[] {
  if (value === null || typeof value !== 'object' || Array.isArray(value)) return [path]
  return Object.entries(value).flatMap(([key, inner]) => leavesOf(inner, path ? `${path}.${key}` : key))
}

describe('the editor of a guide', () => {
  it.each(builtInGuides)('reaches every field of $name', guide => {
    const reached = [
      ...ELSEWHERE,
      ...[...guideRanges, ...guideTexts, ...guideChoices].map(({ key }) => key),
      ...[...fieldGroups, emasculationGroup(guide)].flatMap(pathsIn),
    ]
    const missed = leavesOf(guide).filter(
      leaf => !reached.some(path => leaf === path || leaf.startsWith(`${path}.`)),
    )
    expect(missed).toEqual([])
  })

  it('puts a value where it belongs, and takes a step’s hours out', () => {
    const [guide] = builtInGuides as [CropGuide]
    const hours = { after: 'noon', minutes: { low: 0, high: 60 } }
    const changed = withValue(guide, 'stepHours.wash', hours)
    expect(valueAt(changed, 'stepHours.wash.after')).toBe('noon')
    expect(valueAt(withValue(changed, 'stepHours.wash.minutes.high', 90), 'stepHours.wash')).toEqual({
      after: 'noon',
      minutes: { low: 0, high: 90 },
    })
    expect(valueAt(withValue(changed, 'stepHours.wash', undefined), 'stepHours')).not.toHaveProperty('wash')
    expect(guide.stepHours).not.toHaveProperty('wash')
  })

  it('says at which field something is wrong', () => {
    expect(wordsAt('receptive.dryAir.share')).toBe('to a share of')
    expect(wordsAt('judging.reasons.keep.0')).toBe('Reasons to keep')
    expect(wordsAt('nowhere')).toBeNull()
  })
})
