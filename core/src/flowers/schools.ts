/**
 * The ways in which competent people do the same step. What was done is noted as such, so that schools can be compared; none
 * of them is the right one.
 */
export const SCHOOLS = {
  emasculation: {
    pluck: 'anthers plucked',
    clip: 'filaments clipped',
    strip: 'corolla stripped off with its stamens',
    clipFlorets: 'florets clipped',
    wash: 'pollen washed off',
    none: 'not emasculated',
  },
  rivals: { off: 'rivals taken off', on: 'neighbours left' },
  petals: {
    off: 'petals taken off',
    sepals: 'sepals taken off',
    rays: 'ray florets taken off',
    on: 'petals left on',
  },
  timing: {
    atOnce: 'pollinated at once',
    nextMorning: 'pollinated the next morning',
    receptive: 'pollinated when ready, a day or more later',
  },
  hour: {
    night: 'at night',
    earlyMorning: 'early morning',
    lateMorning: 'late morning',
    midday: 'midday',
    afternoon: 'afternoon',
    evening: 'evening',
  },
  transfer: {
    brush: 'brush',
    cottonBud: 'cotton bud',
    toothpick: 'toothpick',
    moistToothpick: 'moistened toothpick',
    forceps: 'forceps',
    fingertip: 'fingertip',
    palm: 'palm of the hand',
    anther: 'the anther itself',
    unripeAnther: 'an unripe anther, left to ripen on the stigma',
    flower: 'the flower itself',
    tubeCap: 'cap of the tube',
    wand: 'vibrating rod',
    bag: 'poured from a bag',
  },
  passes: { once: 'one pass', twiceDaily: 'twice a day until the sign', daily: 'daily for some days' },
  source: {
    ownFlower: 'the flower’s own pollen',
    samePlant: 'another flower of the plant',
    otherPlant: 'another plant',
  },
  cover: {
    mesh: 'mesh bag',
    paper: 'paper bag',
    tie: 'tied shut',
    clip: 'clipped shut',
    none: 'not covered',
  },
  harvest: {
    days: 'harvested by days',
    colour: 'harvested by colour',
    split: 'harvested at the first split',
  },
} as const satisfies Record<string, Record<string, string>>

/** What helps with a way of bringing the pollen. */
export const TRANSFER_HINTS: Partial<Record<School<'transfer'>, string>> = {
  brush: 'On dark bristles light pollen is seen; wait for still air.',
  toothpick: 'Dark wood shows light pollen; a fresh one for each father.',
  moistToothpick: 'Moist, it picks up sticky masses; dry, it drops them.',
  forceps: 'Wiped with spirit and dry again before the next father.',
  unripeAnther: 'Lay it on while it is shut: it splits there, and the look for grains comes a day later.',
  fingertip: 'Hands are washed between fathers.',
  palm: 'Hands are washed between fathers.',
  bag: 'In still air, and the bag opened only over the stigmas.',
}

/** Hours of the day in which each school of hours works: one begins where the other ends, and the night runs over midnight. */
export const SCHOOL_HOURS: Record<School<'hour'>, { from: number; to: number }> = {
  night: { from: 22, to: 4 },
  earlyMorning: { from: 4, to: 9 },
  lateMorning: { from: 9, to: 12 },
  midday: { from: 12, to: 14 },
  afternoon: { from: 14, to: 17 },
  evening: { from: 17, to: 22 },
}

/** The school in whose hours an hour of the day lies; the end of one is the beginning of the next. */
export function schoolOfHour(hour: number): School<'hour'> {
  const day = Object.entries(SCHOOL_HOURS).find(([, { from, to }]) => from <= hour && hour < to)
  return (day?.[0] ?? 'night') as School<'hour'>
}

const clock = (hour: number) => `${hour}:00`

/** A school of hours with its ends: "late morning, 9:00–12:00". */
const hoursOfSchool = (school: School<'hour'>): string =>
  `${SCHOOLS.hour[school]}, ${clock(SCHOOL_HOURS[school].from)}–${clock(SCHOOL_HOURS[school].to)}`

/** A step that has schools, and the schools of one. */
export type SchoolStep = keyof typeof SCHOOLS
export type School<S extends SchoolStep = SchoolStep> = S extends SchoolStep
  ? keyof (typeof SCHOOLS)[S] & string
  : never

export const SCHOOL_STEPS = Object.keys(SCHOOLS) as SchoolStep[]

/** What each step with schools is called. */
export const SCHOOL_STEP_NAMES: Record<SchoolStep, string> = {
  emasculation: 'taking the anthers out',
  rivals: 'other flowers of the stalk',
  petals: 'petals',
  timing: 'when to pollinate',
  hour: 'hour of the day',
  transfer: 'bringing the pollen',
  passes: 'how often',
  source: 'whose pollen for a self',
  cover: 'covering',
  harvest: 'when to harvest',
}

/** The schools of a step, as a list for a schema or a picker. */
export const schoolsAt = <S extends SchoolStep>(step: S) =>
  Object.keys(SCHOOLS[step]) as [School<S>, ...School<S>[]]

/** A school in words. */
export const schoolWords = (step: SchoolStep, school: string): string =>
  step === 'hour' && Object.hasOwn(SCHOOLS.hour, school)
    ? hoursOfSchool(school as School<'hour'>)
    : ((SCHOOLS[step] as Record<string, string>)[school] ?? school)
