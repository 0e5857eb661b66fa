/** Loaded before the server: its clock goes wrong by `CLOCK_SHIFT_MS`. */
const shift = Number(process.env.CLOCK_SHIFT_MS)
const RealDate = Date
const now = () => RealDate.now() + shift
// Not a subclass: libraries of time zones find the methods they change on the prototype of Date itself.
globalThis.Date = new Proxy(RealDate, {
  construct: (date, words, target) => Reflect.construct(date, words.length ? words : [now()], target),
  apply: () => String(new RealDate(now())),
  get: (date, name) => (name === 'now' ? now : Reflect.get(date, name)),
})
