// Loaded into a server under test: its clock is ahead of all others by so many seconds, and goes so many times as fast
// from SIGUSR2 on.
const aheadMs = Number(process.env.OLVEX_CLOCK_AHEAD_S) * 1000
const pace = Number(process.env.OLVEX_CLOCK_PACE)
const RealDate = Date
let fastFrom = Infinity
process.on('SIGUSR2', () => (fastFrom = Math.min(fastFrom, RealDate.now())))

function now() {
  const real = RealDate.now()
  return real + aheadMs + Math.max(0, real - fastFrom) * (pace - 1)
}
globalThis.Date = class extends RealDate {
  constructor(...args) {
    if (args.length) super(...args)
    else super(now())
  }
  static now() {
    return now()
  }
}
