import * as v from 'valibot'
import type { SchoolStep } from '../flowers/schools'
import type { LoggedDeed } from '../log/entry'
import { Refusal } from '../log/refusal'
import { within } from '../log/within'
import type { ISODate, Instant } from '../time/days'
import { CropGuide } from './guide'
import { builtInGuides } from './guides/all'
import type { Half } from './half'
import { guideIn } from './half'
import type { Custom } from './kinds'

/** The guide of a crop as the garden set it; null once it was dropped, or where it cannot be read. */
export interface OwnGuide {
  id: string
  crop: string
  guide: CropGuide | null
  /** why it cannot be read */ fault?: string
  setOn: ISODate
  setAt: Instant
}

/** Something the garden does its own way. */
export interface OwnCustom {
  id: string
  custom: Custom
  setAt: Instant
}

/** The own guide after one more deed. @throws {Refusal} if it was never set, or would become that of another crop. */
export function guideAfter(own: OwnGuide | null, deed: LoggedDeed, id: string): OwnGuide {
  if (deed.kind === 'guideSet') {
    const { guide } = deed.payload
    if (own && own.crop !== guide.id)
      throw new Refusal(
        'other-crop',
        'This is the guide of another crop; copy it under a new name instead.',
        'id',
      )
    const set = { id, crop: guide.id, setOn: deed.day, setAt: deed.happenedAt }
    const read = within(CropGuide, guide)
    return read.success
      ? { ...set, guide: read.output }
      : {
          ...set,
          guide: null,
          fault: `${v.getDotPath(read.issues[0]) ?? 'guide'}: ${read.issues[0].message}`,
        }
  }
  if (!own) throw new Refusal('unknown-guide', 'The garden has no guide of its own for this crop.')
  return deed.kind === 'guideDropped' ? { ...own, guide: null, setOn: deed.day, setAt: deed.happenedAt } : own
}

/** The custom after one more deed. */
export function customAfter(own: OwnCustom | null, deed: LoggedDeed, id: string): OwnCustom {
  if (deed.kind === 'customSet') return { id, custom: deed.payload.custom, setAt: deed.happenedAt }
  if (!own) throw new Refusal('unknown-custom', 'The garden has no such custom.')
  return own
}

/** What the garden does its own way: one custom for each step and each caution, the latest. */
export function customsOf(own: OwnCustom[]): {
  schools: Partial<Record<SchoolStep, string>>
  hidden: string[]
} {
  const inOrder = [...own].sort((a, b) => (a.setAt < b.setAt ? -1 : 1)).map(c => c.custom)
  const schools = new Map<SchoolStep, string>()
  const hidden = new Set<string>()
  for (const custom of inOrder) {
    if (custom.about === 'school') {
      if (custom.school) schools.set(custom.step, custom.school)
      else schools.delete(custom.step)
    } else if (custom.isHidden) hidden.add(custom.caution)
    else hidden.delete(custom.caution)
  }
  return { schools: Object.fromEntries(schools), hidden: [...hidden] }
}

/** A guide with the garden's customs: where a crop knows the school, it becomes the usual one, and its hours and days are worked by. */
export function withCustoms(guide: CropGuide, schools: Partial<Record<SchoolStep, string>>): CropGuide {
  const changed = Object.entries(guide.schools).flatMap(([step, choice]) => {
    const school = schools[step as SchoolStep]
    if (!school || school === choice.usual || !choice.others.includes(school)) return []
    return [
      [
        step,
        {
          ...choice,
          usual: school,
          others: [choice.usual, ...choice.others.filter(s => s !== school)],
          isHabit: true,
        },
      ] as const,
    ]
  })
  return changed.length ? { ...guide, schools: { ...guide.schools, ...Object.fromEntries(changed) } } : guide
}

/**
 * Every crop's guide as the garden has it, with its days of the year as they fall there: the built-in ones, its own in their
 * place, then those it added.
 */
export function guidesWith(own: OwnGuide[], customs: OwnCustom[], half: Half): CropGuide[] {
  const latest = new Map([...own].sort((a, b) => (a.setAt < b.setAt ? -1 : 1)).map(o => [o.crop, o.guide]))
  const builtIn = builtInGuides.map(guide => latest.get(guide.id) ?? guide)
  const added = [...latest.values()].filter(
    guide => guide && !builtInGuides.some(b => b.id === guide.id),
  ) as CropGuide[]
  const { schools } = customsOf(customs)
  return [...builtIn, ...added].map(guide => withCustoms(guideIn(guide, half), schools))
}
