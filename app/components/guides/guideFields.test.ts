import * as v from 'valibot'
import { describe, expect, it } from 'vitest'
import { CropGuide } from '@virgulta/core/crops/guide'
import { builtInGuides } from '@virgulta/core/crops/guides/all'
import { SCHOOL_STEPS } from '@virgulta/core/flowers/schools'
import type { FieldGroup } from './guideFields'
import { fieldGroups, isThere, valueAt, withValue, wordsAt } from './guideFields'
import { guideChoices, guideRanges, guideTexts } from './guideParts'

/** Fields that have a screen of their own, or stand in the editor beside the lists of fields. */
const ELSEWHERE = [
  'id',
  'loci',
  'rules',
  'judging.traits',
  ...SCHOOL_STEPS.map(step => `schools.${step}.usual`),
  'seasons',
  'bloom.from',
  'bloom.to',
  'pollination.passes',
]

/** Groups that may be missing: their switch reaches them, not what stands in them. */
const switchesIn = ({ groups = [], optional }: FieldGroup): string[] => [
  ...(optional ? [optional.path] : []),
  ...groups.flatMap(switchesIn),
]
const pathsIn = ({ fields, otherwise = [], groups = [], optional }: FieldGroup): string[] => [
  ...(optional?.tells ? [optional.tells] : []),
  ...[...fields, ...otherwise].map(({ path }) => path),
  ...groups.flatMap(pathsIn),
]

/** Every path of a guide under which something is written; lists are one. */
function leavesOf(value: unknown, path = ''): string[] {
  if (value === null || typeof value !== 'object' || Array.isArray(value)) return [path]
  return Object.entries(value).flatMap(([key, inner]) => leavesOf(inner, path ? `${path}.${key}` : key))
}

/** With something in each text that waits to be written. */
function written(value: unknown): unknown {
  if (value === '') return 'as written'
  if (value === null || typeof value !== 'object' || Array.isArray(value)) return value
  return Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, written(inner)]))
}

describe('the editor of a guide', () => {
  it.each(builtInGuides)('reaches every field of $name', guide => {
    const reached = [
      ...ELSEWHERE,
      ...[...guideRanges, ...guideTexts, ...guideChoices].map(({ key }) => key),
      ...fieldGroups.flatMap(pathsIn),
    ]
    const switches = fieldGroups.flatMap(switchesIn)
    const missed = leavesOf(guide).filter(
      leaf => !switches.includes(leaf) && !reached.some(path => leaf === path || leaf.startsWith(`${path}.`)),
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

  it('turns every group of fields off and on into a guide that can be read, once its texts are written', () => {
    const all = fieldGroups.flatMap(function inner(group): FieldGroup[] {
      return [group, ...(group.groups ?? []).flatMap(inner)]
    })
    for (const guide of builtInGuides)
      for (const group of all.filter(one => one.optional)) {
        const { path, blank, none } = group.optional!
        for (const [value, is] of [
          [blank, true],
          [none, false],
        ] as const) {
          const changed = withValue(guide, path, written(value))
          const { issues } = v.safeParse(CropGuide, changed)
          expect([guide.id, path, is, issues?.[0].message]).toEqual([guide.id, path, is, undefined])
          expect(isThere(changed, group)).toBe(is)
        }
      }
  })

  it('says at which field something is wrong', () => {
    expect(wordsAt('receptive.dryAir.share')).toBe('to a share of')
    expect(wordsAt('judging.reasons.keep.0')).toBe('Reasons to keep')
    expect(wordsAt('nowhere')).toBeNull()
  })
})
