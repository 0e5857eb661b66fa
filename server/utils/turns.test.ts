import { expect, it } from 'vitest'
import { NoTurn, inTurn } from './turns'

/** A work that ends when it is told to. */
function work() {
  let end!: () => void
  const ended = new Promise<void>(resolve => (end = resolve))
  return { run: () => ended, end }
}
const settled = () => new Promise(resolve => setTimeout(resolve))

it('lets so many work at once, and the others in the order they came', async () => {
  const works = [work(), work(), work(), work()]
  const begun: number[] = []
  const all = works.map((w, i) =>
    inTurn('wall', 2, 10, () => {
      begun.push(i)
      return w.run()
    }),
  )
  await settled()
  expect(begun).toEqual([0, 1])
  works[1]!.end()
  await settled()
  expect(begun).toEqual([0, 1, 2])
  for (const w of works) w.end()
  await Promise.all(all)
  expect(begun).toEqual([0, 1, 2, 3])
})

it('turns away who comes when enough wait, and forgets who has ended or failed', async () => {
  const first = work()
  const busy = inTurn('arch', 1, 1, first.run)
  const waiting = inTurn('arch', 1, 1, () => Promise.reject(new Error('torn')))
  expect(() => inTurn('arch', 1, 1, async () => 'never')).toThrow(NoTurn)
  expect(await inTurn('another', 1, 0, async () => 'at once')).toBe('at once')
  first.end()
  await busy
  await expect(waiting).rejects.toThrow('torn')
  expect(await inTurn('arch', 1, 0, async () => 'again')).toBe('again')
})

it('lets others move up when who waits leaves', async () => {
  const first = work()
  const busy = inTurn('gate', 1, 1, first.run)
  const left = new AbortController()
  const leaver = inTurn('gate', 1, 1, async () => 'never', left.signal)
  left.abort(new Error('left'))
  await expect(leaver).rejects.toThrow('left')
  const next = inTurn('gate', 1, 1, async () => 'next')
  first.end()
  await busy
  expect(await next).toBe('next')
  // Who has had their turn already is not called back.
  left.abort()
  // Who left before they were heard takes no place.
  expect(() => inTurn('gate', 1, 1, async () => 'never', left.signal)).toThrow('left')
  expect(await inTurn('gate', 1, 0, async () => 'at once')).toBe('at once')
})
