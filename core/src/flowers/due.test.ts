import { describe, expect, it } from 'vitest'
import { addDays } from '../time/days'
import { cropKnowledge } from '../crops/knowledge'
import { NO_RECORDS, digestOf } from '../crops/digest'
import type { CropGuide } from '../crops/guide'
import { builtInGuide } from '../crops/guides/all'
import { chilli } from '../crops/guides/chilli'
import { squash } from '../crops/guides/squash'
import { withCustoms } from '../crops/ownGuide'
import { fold } from '../log/fold'
import type { LoggedDeed } from '../log/entry'
import { chosen, deed, harvest, ids, upToPollination } from '../testing/deeds'
import { daysOverdue, dueAt, isBaggedUntilHarvest } from './due'

const nothing = { crosses: [], flowers: [], lots: [], sowings: [], offspring: [] }
const knowledge = cropKnowledge(chilli, NO_RECORDS)
const due = (...deeds: LoggedDeed[]) => dueAt(fold('flower', ids.flower, deeds)!, chilli, knowledge)

describe('what is due at a flower', () => {
  const steps = upToPollination('2026-06-01', '2026-06-02')

  it('follows its steps, by the days of the guide', () => {
    expect(due(...steps.slice(0, 1))).toMatchObject({ step: 'emasculate', from: '2026-06-01' })
    expect(due(...steps.slice(0, 2))).toMatchObject({ step: 'lensCheck' })
    expect(due(...steps.slice(0, 3))).toMatchObject({ step: 'isolate' })
    // Guide: ready 0.6 to 2.6 days after it was covered.
    expect(due(...steps.slice(0, 4))).toMatchObject({
      step: 'look',
      from: '2026-06-02',
      until: '2026-06-04',
      estimate: { origin: 'guide' },
    })
    expect(due(...steps.slice(0, 5))).toMatchObject({
      step: 'pollinate',
      from: '2026-06-02',
      until: '2026-06-03',
    })
    // Guide: a take shows after 4 to 9 days.
    expect(due(...steps)).toMatchObject({ step: 'takeLook', from: '2026-06-06', until: '2026-06-11' })
    const taken = deed('2026-06-08', 'takeNoted', ids.flower, { take: 'taken', reason: null })
    expect(due(...steps, taken)).toMatchObject({ step: 'uncover', from: '2026-06-08', until: '2026-06-12' })
    expect(due(...steps, taken, deed('2026-06-09', 'uncovered', ids.flower, {}))).toMatchObject({
      step: 'harvest',
      from: '2026-07-17',
      until: '2026-08-16',
    })
  })

  it('asks again a day after "not yet"', () => {
    const look = due(...steps.slice(0, 4), deed('2026-06-04', 'looked', ids.flower, { look: 'notYet' }))
    expect(look).toMatchObject({
      step: 'look',
      from: '2026-06-05',
      because: 'Not ready on 4 June; look again a day later.',
    })
  })

  it('keeps to the days that are the habit of the garden', () => {
    const guideWith = (step: 'timing' | 'harvest', school: string) => withCustoms(chilli, { [step]: school })
    const at = (guide: CropGuide, ...deeds: LoggedDeed[]) =>
      dueAt(fold('flower', ids.flower, deeds)!, guide, knowledge)
    expect(at(guideWith('timing', 'atOnce'), ...steps.slice(0, 4))).toMatchObject({
      step: 'look',
      from: '2026-06-01',
      because: 'Covered on 1 June; here it is pollinated at once.',
    })
    expect(at(guideWith('timing', 'receptive'), ...steps.slice(0, 4))).toMatchObject({ from: '2026-06-02' })
    const ripening = [
      ...steps,
      deed('2026-06-08', 'takeNoted', ids.flower, { take: 'taken', reason: null }),
      deed('2026-06-09', 'uncovered', ids.flower, {}),
    ]
    expect(at(guideWith('harvest', 'days'), ...ripening)).toMatchObject({
      step: 'harvest',
      from: '2026-07-30',
      until: '2026-08-16',
      because: 'Pollinated on 2 June; here it is harvested by days.',
    })
  })

  it('is nothing at the end', () => {
    for (const end of [
      deed('2026-06-08', 'flowerLost', ids.flower, { reason: 'eaten' }),
      harvest('2026-08-01', 3, 3, 0),
      deed('2026-06-08', 'takeNoted', ids.flower, { take: 'failed', reason: 'heat' }),
    ]) {
      expect(due(...steps, end)).toBeNull()
    }
  })

  it('leaves out emasculation where the form needs none', () => {
    expect(
      dueAt(fold('flower', ids.flower, [chosen('2026-06-11')])!, squash, cropKnowledge(squash, NO_RECORDS)),
    ).toMatchObject({ step: 'isolate' })
  })

  it('moves to the garden’s own days as records come in', () => {
    const slow = Array.from({ length: 30 }, (_, i) => {
      const id = `00000000-0000-7000-8000-1${String(i).padStart(11, '0')}`
      return fold('flower', id, [
        ...upToPollination('2026-06-01', '2026-06-02', id),
        deed('2026-06-13', 'takeNoted', id, { take: 'notYet', reason: null }),
        deed('2026-06-15', 'takeNoted', id, { take: 'taken', reason: null }),
      ])!
    })
    const learnt = cropKnowledge(chilli, digestOf({ ...nothing, flowers: slow }, chilli))
    expect(learnt.days.toTake).toMatchObject({ origin: 'records', records: 30 })
    expect(dueAt(fold('flower', ids.flower, steps)!, chilli, learnt)!.from >= '2026-06-09').toBe(true)
  })

  it('is overdue by whole days', () => {
    expect([
      daysOverdue({ until: '2026-06-10' }, '2026-06-12'),
      daysOverdue({ until: '2026-06-12' }, '2026-06-12'),
    ]).toEqual([2, 0])
  })
})

describe('the steps of other forms', () => {
  const at = (crop: string, deeds: LoggedDeed[], rainOn: string | null = null, today = '') => {
    const guide = builtInGuide(crop)!
    const rain = rainOn ? { on: rainOn, isToday: rainOn === today } : null
    const around = { isVisited: true, rain, air: null }
    return dueAt(fold('flower', ids.flower, deeds)!, guide, cropKnowledge(guide, NO_RECORDS), around)
  }
  const pollinated = (day: string) =>
    deed(day, 'pollinated', ids.flower, { pollenParentId: ids.pollenParent, selfMeant: false })
  const start = [chosen('2026-06-01')]
  const cut = [...start, deed('2026-06-01', 'emasculated', ids.flower, { school: 'wash', count: 15 })]
  const taken = (day: string) => deed(day, 'takeNoted', ids.flower, { take: 'taken', reason: null })

  it('wash a cut head as often as the guide says, then look it over', () => {
    expect(at('lettuce', cut)).toMatchObject({
      step: 'wash',
      because: expect.stringMatching(/Washing 1 of 3/),
    })
    const washed = Array.from({ length: 3 }, () => deed('2026-06-01', 'washed', ids.flower, {}))
    expect(at('lettuce', [...cut, ...washed.slice(0, 2)])).toMatchObject({ step: 'wash' })
    expect(at('lettuce', [...cut, ...washed])).toMatchObject({ step: 'lensCheck' })
  })

  it('begin with what is in the way, where it usually comes off, and not where it is left', () => {
    const thinned = deed('2026-06-01', 'flowerThinned', ids.flower, { kept: 1 })
    expect(['pea', 'sweetcorn', 'wheat', 'tomato', 'lily'].map(crop => at(crop, start)!.step)).toEqual([
      'thin',
      'thin',
      'thin',
      'emasculate',
      'emasculate',
    ])
    expect(at('pea', [...start, thinned])).toMatchObject({ step: 'emasculate' })
    // Without anthers to take out, what comes off is a step of its own.
    expect(at('dahlia', start)).toMatchObject({ step: 'petalsOff' })
    const bare = deed('2026-06-01', 'petalsOff', ids.flower, { what: 'rays' })
    expect(at('dahlia', [...start, bare])).toMatchObject({ step: 'isolate' })
    expect(at('zinnia', start)).toMatchObject({ step: 'isolate' })
  })

  it('wash again after the minutes of the guide, and bring pollen twice a day at two hours of it', () => {
    const washed = [...cut, deed('2026-06-01', 'washed', ids.flower, {})]
    expect(at('lettuce', washed)).toMatchObject({
      because: expect.stringMatching(/^Washing 2 of 3, 8 minutes after the last one/),
      notBefore: '2026-06-01T12:08:00.000Z',
    })
    expect(at('lettuce', cut)).toMatchObject({ notBefore: null })
    expect(at('sun-pitcher', [...start, pollinated('2026-06-03')])).toMatchObject({
      step: 'pollinate',
      from: '2026-06-03',
      hours: { from: 15, to: 19 },
    })
  })

  it('are over sooner in hot, dry air, where the guide says so', () => {
    const ready = [...start, deed('2026-06-01', 'looked', ids.flower, { look: 'ready' })]
    const until = (crop: string, celsius: number, humidity: number) => {
      const guide = builtInGuide(crop)!
      const around = { isVisited: true, rain: null, air: { celsius, humidity } }
      return dueAt(fold('flower', ids.flower, ready)!, guide, cropKnowledge(guide, NO_RECORDS), around)!
    }
    const lasts = builtInGuide('wheat')!.receptive.lasts.low
    expect(until('wheat', 20, 60).until).toBe(`2026-06-0${1 + Math.floor(lasts)}`)
    expect(until('wheat', 33, 20).until).toBe(`2026-06-0${1 + Math.floor(lasts / 2)}`)
    expect(until('wheat', 33, 20).because).toMatch(/Hot, dry air today \(33 °C, 20 %\)/)
    expect(until('wheat', 33, 60).because).not.toMatch(/Hot/)
    expect(until('lily', 36, 15).because).not.toMatch(/Hot/)
  })

  it('cut the silks the day before they are looked at', () => {
    const shoot = [...start, deed('2026-06-01', 'isolated', ids.flower, { way: 'paper' })]
    expect(at('sweetcorn', shoot)).toMatchObject({ step: 'cutSilks', from: '2026-06-02' })
    expect(at('sweetcorn', [...shoot, deed('2026-06-02', 'silksCut', ids.flower, {})])).toMatchObject({
      step: 'look',
      from: '2026-06-03',
    })
  })

  it('go on to the look where nothing is covered, and without emasculation where it was left', () => {
    const column = [
      ...start,
      deed('2026-06-03', 'emasculated', ids.flower, { school: 'pluck', count: 2 }),
      deed('2026-06-03', 'lensChecked', ids.flower, { found: 'clean' }),
    ]
    expect(at('moth-orchid', column)).toMatchObject({
      step: 'look',
      because: expect.stringMatching(/^Emasculated on 3 June/),
    })
    expect(
      at('daylily', [...start, deed('2026-06-01', 'emasculated', ids.flower, { school: 'none' })]),
    ).toMatchObject({ step: 'isolate' })
  })

  it('do not come back to what was passed by', () => {
    expect(
      at('chilli', [...start, deed('2026-06-01', 'isolated', ids.flower, { way: 'mesh' })]),
    ).toMatchObject({ step: 'look' })
  })

  it('bring pollen again until the limit or the sign', () => {
    const passes = (...days: string[]) => at('dahlia', [...start, ...days.map(pollinated)])
    expect(passes('2026-06-03')).toMatchObject({
      step: 'pollinate',
      from: '2026-06-04',
      because: expect.stringMatching(/^Pass 2 of at most 6/),
    })
    expect(
      passes('2026-06-03', '2026-06-04', '2026-06-05', '2026-06-06', '2026-06-07', '2026-06-08'),
    ).toMatchObject({ step: 'takeLook' })
    expect(
      at('dahlia', [
        ...start,
        pollinated('2026-06-03'),
        deed('2026-06-04', 'takeNoted', ids.flower, { take: 'notYet', reason: null }),
      ]),
    ).toMatchObject({ step: 'takeLook' })
    expect(at('chilli', [...start, pollinated('2026-06-03')])).toMatchObject({ step: 'takeLook' })
  })

  it('end with the sign, or bring pollen once more on the day after it', () => {
    const sign = (day: string) => deed(day, 'signSeen', ids.flower, {})
    const lily = [...start, pollinated('2026-06-03')]
    expect(at('lily', lily)).toMatchObject({ step: 'pollinate' })
    expect(at('lily', [...lily, sign('2026-06-04')])).toMatchObject({ step: 'takeLook' })
    const bell = [...start, pollinated('2026-06-03'), sign('2026-06-03')]
    expect(at('blueberry', bell)).toMatchObject({
      step: 'pollinate',
      from: '2026-06-04',
      because: expect.stringMatching(/^The sign showed on 3 June; once more/),
    })
    expect(at('blueberry', [...bell, pollinated('2026-06-04')])).toMatchObject({ step: 'takeLook' })
  })

  it('leave a bag on until the harvest where the seed would fall, and take it off where it would not', () => {
    const fruit = [
      ...start,
      deed('2026-06-02', 'isolated', ids.flower, { way: 'mesh' }),
      pollinated('2026-06-03'),
      deed('2026-06-03', 'isolated', ids.flower, { way: 'mesh' }),
      taken('2026-06-12'),
    ]
    expect(at('dahlia', fruit)).toMatchObject({ step: 'harvest' })
    expect(at('chilli', fruit)).toMatchObject({ step: 'uncover' })
  })

  it('look at silks a day after they were cut, however long the shoot was covered', () => {
    const shoot = [...start, deed('2026-06-01', 'isolated', ids.flower, { way: 'paper' })]
    expect(at('sweetcorn', [...shoot, deed('2026-06-07', 'silksCut', ids.flower, {})])).toMatchObject({
      step: 'look',
      from: '2026-06-08',
      until: '2026-06-09',
      because: expect.stringMatching(/^Silks cut on 7 June/),
    })
  })

  it('hold what falls only where a bag is on until the harvest', () => {
    const held = (crop: string, ...deeds: LoggedDeed[]) =>
      isBaggedUntilHarvest(fold('flower', ids.flower, [...start, ...deeds])!, builtInGuide(crop)!)
    const bag = deed('2026-06-01', 'isolated', ids.flower, { way: 'paper' })
    expect([held('dahlia'), held('dahlia', bag), held('chilli', bag)]).toEqual([false, true, false])
    expect(held('dahlia', bag, deed('2026-06-20', 'uncovered', ids.flower, {}))).toBe(false)
  })

  it('take the petals off before rain, where they were left on', () => {
    const hellebore = [
      ...start,
      deed('2026-06-01', 'emasculated', ids.flower, { school: 'pluck' }),
      ...['2026-06-03', '2026-06-04', '2026-06-05'].map(pollinated),
    ]
    expect(at('hellebore', hellebore, '2026-06-07')).toMatchObject({
      step: 'petalsOff',
      until: '2026-06-07',
      because: expect.stringMatching(/^Rain is likely on 7 June/),
    })
    expect(at('hellebore', hellebore, '2026-06-07', '2026-06-07')).toMatchObject({
      because: expect.stringMatching(/^Rain is likely today/),
    })
    expect(
      at('hellebore', [...hellebore, deed('2026-06-06', 'petalsOff', ids.flower, {})], '2026-06-07'),
    ).toMatchObject({ step: 'takeLook' })
    expect(at('hellebore', hellebore)).toMatchObject({ step: 'takeLook' })
    expect(at('tomato', [...start, pollinated('2026-06-03')], '2026-06-04')).toMatchObject({
      step: 'takeLook',
    })
  })

  it('look whether grain is filled, and for dry grain from then on', () => {
    const fruit = [...start, pollinated('2026-06-01'), taken('2026-06-06')]
    const { fills } = builtInGuide('wheat')!.ripening
    const first = addDays('2026-06-01', fills!.low)
    expect(at('wheat', fruit)).toMatchObject({ step: 'fill', from: first })
    const milk = deed(first, 'fruitLeft', ids.flower, {})
    expect(at('wheat', [...fruit, milk])).toMatchObject({ step: 'fill', from: addDays(first, 4) })
    const filled = deed(addDays(first, 4), 'grainFilled', ids.flower, {})
    const dry = at('wheat', [...fruit, milk, filled])!
    expect(dry).toMatchObject({ step: 'harvest', because: expect.stringMatching(/^Filled on/) })
    expect(dry.from > addDays(first, 4)).toBe(true)
    expect(builtInGuide('pea')!.ripening.fills).toBe(null)
  })

  it('net what splits before it is ripe', () => {
    const fruit = [...start, pollinated('2026-06-01'), taken('2026-06-20')]
    expect(at('hellebore', fruit)).toMatchObject({ step: 'net', from: '2026-08-10', until: '2026-08-20' })
    expect(at('hellebore', [...fruit, deed('2026-08-12', 'fruitNetted', ids.flower, {})])).toMatchObject({
      step: 'harvest',
      from: '2026-08-20',
    })
  })
})
