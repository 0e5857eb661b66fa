import * as v from 'valibot'
import { expect, it } from 'vitest'
import { FORM_IDS } from '../crops/forms/forms'
import { usualCollecting } from './collecting'
import { pollenKinds } from './kinds'

it('every form of flower has a usual way to collect its pollen that can be noted', () => {
  for (const form of FORM_IDS) {
    const payload = {
      code: '26-2222',
      crop: 'chilli',
      donors: [crypto.randomUUID()],
      ...usualCollecting(form),
    }
    expect(v.safeParse(pollenKinds.pollenCollected.payload, payload).success, form).toBe(true)
  }
  expect(usualCollecting('catkin')).toEqual({ way: 'bag', stage: 'shedding' })
  expect(usualCollecting('openBowl')).toEqual({ way: 'buds', stage: 'eve' })
})
