import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { builtInGuides } from '../crops/guides/all'
import type { LoggedDeed } from '../log/entry'
import { subjectsOf } from '../log/entry'
import { fold } from '../log/fold'
import type { Subject } from '../log/kind'
import { Refusal } from '../log/refusal'
import { deed, newId, upToPollination, withPayload } from '../testing/deeds'
import { cross, plant } from '../testing/garden'
import type { Change, WholeGarden } from './garden'
import { advanced, wholeGarden } from './garden'
import type { KeptCrop } from './keptLearning'
import { recalled, toKeep } from './keptLearning'
import type { HeldState } from './states'

/** A season of two crosses, as people would note it: parents, flowers, what took and what failed, a habit, an aim. */
function season(): LoggedDeed[] {
  const [mother, father, custom, aim] = [newId(), newId(), newId(), newId()]
  const crosses = [newId(), newId()]
  const flowersOf = (crossId: string) =>
    Array.from({ length: 3 }, (_, i) => {
      const id = newId()
      const steps = upToPollination('2026-06-03', '2026-06-04', id).map(d =>
        d.kind === 'flowerChosen'
          ? withPayload(d, { crossId, seedParentId: mother, pollenParentId: father })
          : d.kind === 'pollinated'
            ? withPayload(d, { pollenParentId: father })
            : d,
      )
      return [...steps, deed(`2026-06-1${i}`, 'takeNoted', id, { take: 'taken', reason: null })]
    }).flat()
  return [
    plant('2026-04-01', mother, 'Test Ember', 'chilli'),
    plant('2026-04-01', father, 'Test Lantern', 'chilli'),
    ...crosses.map(id => cross('2026-05-01', 'chilli', mother, father, id)),
    ...crosses.flatMap(flowersOf),
    deed('2026-05-02', 'customSet', custom, {
      custom: { about: 'school', step: 'passes', school: 'once' },
    } as never),
    deed('2026-05-02', 'aimSet', aim, { crop: 'chilli', words: 'Low', wishes: [] }),
  ]
}

const keyOf = ({ type, id }: Subject) => `${type} ${id}`

/** A garden that notes, takes back, and is told late, step by step; and the states of its log. */
class Noted {
  private readonly live = new Set<LoggedDeed>()
  private readonly states = new Map<string, HeldState>()
  /** of the last change of each */
  private readonly revisions = new Map<string, number>()
  private revision = 0
  garden: WholeGarden = wholeGarden({ revision: 0, changed: [] })

  /** Notes deeds at once, or takes those back that are noted; what does not fit is not done. */
  toggle(...deeds: LoggedDeed[]) {
    const before = new Set(this.live)
    for (const one of deeds) if (!this.live.delete(one)) this.live.add(one)
    try {
      const change: Change = { revision: this.revision + 1, changed: [], removed: [] }
      const subjects = new Map(deeds.flatMap(subjectsOf).map(one => [keyOf(one), one]))
      for (const { type, id } of subjects.values()) {
        const own = [...this.live].filter(d => subjectsOf(d).some(s => s.type === type && s.id === id))
        const state = fold(type, id, own)
        if (state) change.changed.push({ type, state } as HeldState)
        else change.removed!.push({ type, id })
      }
      this.take(change)
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      this.live.clear()
      for (const kept of before) this.live.add(kept)
    }
  }

  private take(change: Change) {
    this.revision = change.revision
    for (const one of change.changed) {
      const key = keyOf({ type: one.type, id: one.state.id })
      this.states.set(key, one)
      this.revisions.set(key, change.revision)
    }
    for (const one of change.removed ?? []) this.states.delete(keyOf(one))
    this.garden = advanced(this.garden, change)
  }

  /** The state of a flower breaks where it is kept, and is put right by its next deed. */
  damage(at: number) {
    const flowers = [...this.states.values()].filter(one => one.type === 'flower')
    const one = flowers[at % (flowers.length || 1)]
    if (one)
      this.take({
        revision: this.revision + 1,
        changed: [{ ...one, state: { ...one.state, pollinations: null } as never }],
      })
  }

  anew = (recall?: Parameters<typeof wholeGarden>[1]) =>
    wholeGarden({ revision: this.revision, changed: [...this.states.values()] }, recall)

  /** Made anew with what was kept earlier; and which crosses were summed up for it. */
  anewFrom(kept: KeptCrop[]) {
    const newestOf = (crossId: string) =>
      Math.max(
        ...[...this.states.values()]
          .filter(({ type, state }) =>
            type === 'cross' ? state.id === crossId : 'crossId' in state && state.crossId === crossId,
          )
          .map(({ type, state: { id } }) => this.revisions.get(keyOf({ type, id }))!),
      )
    let summedUp = new Set<string>() as ReadonlySet<string>
    const garden = this.anew((states, guides) => {
      const before = recalled(kept, states, guides, newestOf)
      summedUp = before.changed
      return before
    })
    return { garden, summedUp }
  }
}

/** What a garden holds, whatever order it came in. */
function contents({ revision, states, crops, leftOut, guides, hiddenCautions }: WholeGarden) {
  const inOrder = <T extends { id: string }>(all: T[]) => [...all].sort((a, b) => a.id.localeCompare(b.id))
  return {
    revision,
    states: Object.fromEntries(
      Object.entries(states).map(([type, all]) => [type, inOrder([...all.values()] as { id: string }[])]),
    ),
    crops: [...crops.values()].map(({ guide, history, digest, knowledge, digests }) => ({
      guide: guide.id,
      history: Object.fromEntries(
        Object.entries(history).map(([part, all]) => [part, inOrder(all as { id: string }[])]),
      ),
      digest,
      knowledge,
      digests: new Map([...digests].sort(([a], [b]) => a.localeCompare(b))),
    })),
    leftOut: inOrder(leftOut),
    guides,
    hiddenCautions,
  }
}

describe('a garden that is advanced', () => {
  it('equals the garden made anew, for any order of notes, with undo, late arrivals and damage', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(80), { maxLength: 120 }), picks => {
        const deeds = season()
        const noted = new Noted()
        for (const pick of picks) {
          if (pick < 3) noted.damage(pick)
          else noted.toggle(deeds[pick % deeds.length]!)
        }
        expect(contents(noted.garden)).toEqual(contents(noted.anew()))
      }),
      { numRuns: 60 },
    )
  })

  it('learns from a whole season, and keeps what did not change', () => {
    const noted = new Noted()
    for (const one of season()) noted.toggle(one)
    const { crops, guides, states } = noted.garden
    expect(crops.get('chilli')!.history.flowers.map(f => f.status)).toEqual(Array(6).fill('taken'))
    expect(crops.get('chilli')!.knowledge.shares.take.records).toBeGreaterThan(0)
    noted.toggle(plant('2026-04-01', newId(), 'Somebody else', 'chilli'))
    expect(noted.garden.states.flower).toBe(states.flower)
    expect(noted.garden.crops).toBe(crops)
    expect(noted.garden.guides).toBe(guides)
    expect(noted.garden.states.plant.size).toBe(states.plant.size + 1)
  })

  it('leaves out what is damaged where it is kept, with its name, until it is put right', () => {
    const id = newId()
    const there = wholeGarden({
      revision: 1,
      changed: [
        {
          type: 'plant',
          state: fold('plant', id, [plant('2026-04-01', id, 'Test Ember', 'chilli', '26-2222')])!,
        },
      ],
    })
    const one = { type: 'plant', id, code: '26-2222', crossId: null } as const
    const broken = advanced(there, { revision: 2, changed: [], damaged: [one] })
    expect([broken.leftOut, broken.states.plant.size]).toEqual([[one], 0])
    const mended = advanced(broken, {
      revision: 3,
      changed: [{ type: 'plant', state: there.states.plant.get(id)! }],
    })
    expect([mended.leftOut, mended.states.plant.size]).toEqual([[], 1])
    expect(advanced(broken, { revision: 3, changed: [], removed: [one] }).leftOut).toEqual([])
  })

  it('is the same but for its number where nothing changed', () => {
    const noted = new Noted()
    for (const one of season()) noted.toggle(one)
    const { garden } = noted
    // As a score leaves it: the plant is another one in the log, not in what is held.
    const plants = [...garden.states.plant.values()].map(state => ({
      type: 'plant' as const,
      state: structuredClone(state),
    }))
    const scored = advanced(garden, { revision: garden.revision + 1, changed: plants })
    expect(scored.revision).toBe(garden.revision + 1)
    expect(scored.kept).toBe(garden.kept)
    expect(scored.crops).toBe(garden.crops)
    const empty = wholeGarden({ revision: 4, changed: [] })
    expect(advanced(empty, { revision: 5, changed: [] })).toEqual({ ...empty, revision: 5 })
    expect(empty.guides).toEqual(builtInGuides)
  })
})

describe('a garden that is read anew with what was kept of its learning', () => {
  /** As the database gives it back. */
  const keptOf = (garden: WholeGarden) => structuredClone(toKeep(garden))

  it('equals the garden made of its states alone, whatever was noted, taken back or damaged since', () => {
    const picks = fc.array(fc.nat(80), { maxLength: 30 })
    fc.assert(
      fc.property(picks, picks, (before, since) => {
        const deeds = season()
        const noted = new Noted()
        const take = (pick: number) =>
          pick < 3 ? noted.damage(pick) : noted.toggle(deeds[pick % deeds.length]!)
        // Most of a season first, so that there is something to keep.
        noted.toggle(...deeds)
        before.forEach(take)
        const kept = keptOf(noted.garden)
        since.forEach(take)
        expect(contents(noted.anewFrom(kept).garden)).toEqual(contents(noted.anew()))
      }),
      { numRuns: 20 },
    )
  })

  it('sums up nothing that did not change, and only the cross of which something was noted', () => {
    const noted = new Noted()
    const deeds = season()
    noted.toggle(...deeds)
    const kept = keptOf(noted.garden)
    const { garden, summedUp } = noted.anewFrom(kept)
    expect([...summedUp]).toEqual([])
    // The very values that were kept, not others that are like them.
    expect(garden.crops.get('chilli')!.knowledge).toBe(kept[0]!.knowledge)
    const take = deeds.find(({ kind }) => kind === 'takeNoted')!
    noted.toggle(take)
    const after = noted.anewFrom(kept)
    const [flower] = subjectsOf(take)
    expect([...after.summedUp]).toEqual([noted.garden.states.flower.get(flower!.id)!.crossId])
    expect(after.garden.crops.get('chilli')!.knowledge).not.toEqual(kept[0]!.knowledge)
  })

  it('takes nothing over where the garden has another guide of the crop by now', () => {
    const noted = new Noted()
    noted.toggle(...season())
    const [kept] = keptOf(noted.garden)
    const { garden, summedUp } = noted.anewFrom([{ ...kept!, guide: `${kept!.guide} ` }])
    expect(summedUp.size).toBe(2)
    expect(contents(garden)).toEqual(contents(noted.anew()))
  })

  it('keeps nothing of a crop of which something is left out', () => {
    const noted = new Noted()
    noted.toggle(...season())
    expect(keptOf(noted.garden).map(({ crop, crosses }) => [crop, crosses.length])).toEqual([['chilli', 2]])
    noted.damage(0)
    expect(keptOf(noted.garden)).toEqual([])
  })
})
