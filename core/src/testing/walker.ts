/** A gardener for tests: walks the round hour by hour and gives the usual answers, as the walk's screen would. */
import type { Answer } from '../flowers/answers'
import type { GardenDay } from '../garden/day'
import { stopsUntil } from '../garden/round'
import type { Draft, LoggedDeed } from '../log/entry'
import type { Stop } from '../round/stop'
import { minutesToWait, walkOn } from '../round/walk'
import { answersTo } from '../round/work'
import { clockWords } from '../bloom/hours'
import type { ISODate } from '../time/days'
import { instantAt } from '../time/days'
import { cross, dayIn, gardenOf, plant } from './garden'
import { newId, withPayload } from './deeds'

/** What was done at a stop. */
export interface Done {
  day: ISODate
  hour: number
  step: string
  label: string
}

interface Habits {
  crop: string
  days: ISODate[]
  /** flowers under the tag that is tied */
  blooms?: number
  flowers?: number
  /**
   * which answers are given at a step, the first time, the second and so on, by the beginning of their labels and with the reasons
   * that are pressed; else the main one
   */
  says?: Partial<Record<string, [label: string, ...reasons: string[]][]>>
  more?: Partial<GardenDay>
  /** what it was like around before */
  before?: LoggedDeed[]
}

/** From the first light to the dark, in clock hours. */
const [BEGINS, ENDS] = [4, 22.5]

/** Walks some days in a garden of one cross; says what was done when, and what stands then. */
export function walked({ crop, days, blooms = 1, flowers = 1, says = {}, more = {}, before = [] }: Habits) {
  const [mother, father, crossId] = [newId(), newId(), newId()]
  const planned = cross('2026-01-10', crop, mother, father, crossId)
  const deeds: LoggedDeed[] = [
    plant('2025-01-01', mother, 'Test Mother', crop),
    plant('2025-01-01', father, 'Test Father', crop),
    withPayload(planned, { flowersPlanned: flowers * blooms }),
    ...before,
  ]
  const done: Done[] = []
  const zone = more.zone ?? 'Europe/Dublin'
  let presses = 0
  for (const today of days) {
    /** what is left for the day, having no answer */
    const put = new Set<string>()
    for (let hour = BEGINS; hour < ENDS;) {
      const now = instantAt(today, hour, zone)
      const day = dayIn(gardenOf(deeds), today, { isSited: true, ...more, now })
      const stops = stopsUntil(day, today).filter(stop => !put.has(stop.subject.id))
      const { next, waiting, working } = walkOn(stops, hour, null, now)
      if (!next) {
        // Nobody walks in vain: the next hour at which something can be done.
        const begins = [
          ...waiting.map(stop => stop.hours!.from - 0.2),
          ...working.map(stop => hour + minutesToWait(stop, now) / 60 + 0.01),
        ]
        hour = Math.max(hour + 0.05, Math.min(...begins, ENDS))
        continue
      }
      const drafts = answered(day, next, hour)
      if (!drafts.length) put.add(next.subject.id)
      deeds.push(
        ...drafts.map(
          draft =>
            ({
              ...draft,
              id: newId(),
              day: today,
              happenedAt: new Date(Date.parse(now) + ++presses).toISOString(),
            }) as LoggedDeed,
        ),
      )
    }
  }
  const garden = gardenOf(deeds)
  return {
    done,
    flowers: [...garden.states.flower.values()],
    tubes: [...garden.states.tube.values()],
    day: (today: ISODate) => dayIn(garden, today, { isSited: true, ...more }),
    /** "06-12 7:40 pollinate" */
    trace: done.map(({ day, hour, step }) => `${day.slice(5)} ${clockWords(hour)} ${step}`),
  }

  function answered(day: GardenDay, stop: Stop, hour: number): Draft[] {
    const { guide } = day.garden.crops.get(crop)!
    const noted = (label: string, drafts: Draft[]) => {
      done.push({ day: day.today, hour, step: stop.step, label })
      return drafts
    }
    const code = `26-${String(done.length).padStart(4, '0')}`
    if (stop.step === 'choose')
      return noted('chosen', [
        {
          kind: 'flowerChosen',
          subjectId: newId(),
          payload: { code, crossId, seedParentId: mother, pollenParentId: father, blooms, stage: 'right' },
        },
      ])
    if (stop.step === 'coverDonor')
      return noted('covered', [
        { kind: 'donorCovered', subjectId: newId(), payload: { code, crop, donors: [father], way: 'paper' } },
      ])
    const flower = day.garden.states.flower.get(stop.subject.id) ?? null
    const answers = answersTo({ ...stop, flower, fruits: null }, guide, day.today)
    const script = says[stop.step]
    const times = done.filter(one => one.step === stop.step).length
    const [label, ...reasons] = script?.[Math.min(times, script.length - 1)] ?? ['']
    const given = answers.find(a => (label ? a.label.startsWith(label) : a.tone === 'main'))
    return given ? noted(given.label, pressed(given, reasons)) : []
  }
}

/** What an answer notes once its questions are answered: as told, else with the first reason. */
function pressed(answer: Answer, [reason, ...others]: string[]): Draft[] {
  if (!answer.ask) return answer.drafts('')
  const given = reason ?? answer.ask.reasons[0]!
  const further = answer.ask.further?.(given)
  return further ? pressed(further, others) : answer.drafts(given)
}
