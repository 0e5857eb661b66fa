/** Loaded before the server: its clock goes wrong by `CLOCK_SHIFT_MS`. */
const shift = Number(process.env.CLOCK_SHIFT_MS)
const RealDate = Date
globalThis.Date = class extends RealDate {
  constructor(...words) {
    super(...words.length ? words : [RealDate.now() + shift])
  }

  static now() {
    return RealDate.now() + shift
  }
}
