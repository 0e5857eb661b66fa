import type { FlowerHours, SunHours } from '../bloom/hours'
import { hoursInWords, readyTogether } from '../bloom/hours'
import type { CropGuide } from '../crops/guide'
import { habitAt } from '../crops/guide'
import { SCHOOLS, SCHOOL_HOURS } from '../flowers/schools'
import type { StepHours } from '../flowers/steps'
import { FLOWER_WORK } from '../flowers/work'
import type { Stop } from './stop'
import type { RoundStep } from './work'
import { isFlowerStep } from './work'

interface HoursOfCrop {
  guide: CropGuide
  /** of its flowers today; absent: those of the guide */
  hours?: FlowerHours | undefined
  /** its pollen comes fresh, and has to be dry by then */
  isFresh?: boolean
}

/** Hours in which a step should be done today: of those of the flower the ones in which the garden works by habit. */
export function hoursFor(
  { step, hours: own }: { step: RoundStep; hours?: { from: number; to: number } },
  crop: HoursOfCrop,
  isToday: boolean,
): Stop['hours'] {
  if (own) return { ...own, weather: null }
  const hours = flowerHoursFor(step, crop, isToday)
  const habit = habitAt(crop.guide, 'hour')
  if (!hours || !habit) return hours
  const { from, to } = SCHOOL_HOURS[habit]
  // The night's work is begun in the evening.
  const kept = { from: Math.max(hours.from, from), to: Math.min(hours.to, to < from ? 24 : to) }
  return kept.from < kept.to
    ? { ...hours, ...kept }
    : {
        ...hours,
        weather: [
          hours.weather,
          `Not ${SCHOOLS.hour[habit].replace(/^(?!at )/, 'in the ')}, as is the habit here: the flower is not ready then.`,
        ]
          .filter(Boolean)
          .join(' '),
      }
}

/** Hours in which a flower can be worked: the guide's, or where the weather is known those that it makes of them. */
function flowerHoursFor(
  step: RoundStep,
  { guide, hours, isFresh = true }: HoursOfCrop,
  isToday: boolean,
): Stop['hours'] {
  if (step === 'coverDonor')
    return guide.donor.covers && hoursBySun(guide.donor.covers, hours?.sun ?? USUAL_SUN)
  if (step === 'donorLook') return sheddingHours(hours, isToday)
  if (!isFlowerStep(step)) return null
  const own = guide.stepHours[step]
  if (own) return hoursBySun(own, hours?.sun ?? USUAL_SUN)
  if (!FLOWER_WORK[step].isByTheHour) return null
  const receptive = hours?.receptive
  if (!isToday || !receptive || receptive.low === null || receptive.until === null)
    return {
      ...guide.receptive.hours,
      weather: receptive && isToday && receptive.at === null ? hoursInWords('receptive', receptive) : null,
    }
  const ready = {
    from: receptive.low,
    to: receptive.until,
    weather: receptive.because.length ? hoursInWords('receptive', receptive) : null,
  }
  return step === 'pollinate' && isFresh ? withDryPollen(ready, hours!) : ready
}

/** Hours in which pollen is dry today; null where no weather says when. */
function sheddingHours(hours: FlowerHours | undefined, isToday: boolean): Stop['hours'] {
  const sheds = hours?.sheds
  if (!isToday || !sheds || sheds.low === null || sheds.until === null) return null
  return {
    from: sheds.low,
    to: sheds.until,
    weather: sheds.because.length ? hoursInWords('sheds', sheds) : null,
  }
}

/** Where nobody said where the garden lies, the sun is up from six to eight. */
const USUAL_SUN: SunHours = { sunrise: 6, noon: 13, sunset: 20 }

const hoursBySun = ({ after, minutes }: StepHours, sun: SunHours): NonNullable<Stop['hours']> => ({
  from: Math.max(0, sun[after] + minutes.low / 60),
  to: Math.min(24, sun[after] + minutes.high / 60),
  weather: null,
})

/** Hours in which a ready stigma can get fresh pollen; where that is not dry while the flower is ready, it is said. */
function withDryPollen(ready: NonNullable<Stop['hours']>, hours: FlowerHours): NonNullable<Stop['hours']> {
  const both = readyTogether(hours)
  if (both)
    return {
      from: Math.max(ready.from, both.from),
      to: ready.to,
      weather:
        [ready.weather, hours.sheds.because.length ? hoursInWords('sheds', hours.sheds) : null]
          .filter(Boolean)
          .join('; ') || null,
    }
  const late =
    'fresh pollen is not dry while the stigma is ready: take it from a tube, or what was dried overnight'
  return { ...ready, weather: [ready.weather, late].filter(Boolean).join('; ') }
}
