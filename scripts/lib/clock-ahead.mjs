// Loaded into a server under test: its clock is ahead of all others by so many seconds.
const aheadMs = Number(process.env.OLVEX_CLOCK_AHEAD_S) * 1000
const RealDate = Date
globalThis.Date = class extends RealDate {
  constructor(...args) {
    if (args.length) super(...args)
    else super(RealDate.now() + aheadMs)
  }
  static now() {
    return RealDate.now() + aheadMs
  }
}
