import fc from 'fast-check'

/**
 * Properties are tried with the same inputs each time, so that what is green here is green there. Others are tried
 * with `OLVEX_PROPERTY_SEED`; what they find becomes an example of its property. Where a run of all tests is one of
 * thousands, each property gets only so many milliseconds.
 */
const withinMs = (globalThis as { OLVEX_PROPERTY_MS?: number }).OLVEX_PROPERTY_MS
fc.configureGlobal({
  seed: Number(process.env.OLVEX_PROPERTY_SEED ?? 20_261),
  ...(withinMs ? { interruptAfterTimeLimit: withinMs, markInterruptAsFailure: false } : {}),
})
