import fc from 'fast-check'

/**
 * Properties are tried with the same inputs each time, so that what is green here is green there. Others are tried
 * with `OLVEX_PROPERTY_SEED`; what they find becomes an example of its property.
 */
fc.configureGlobal({ seed: Number(process.env.OLVEX_PROPERTY_SEED ?? 20_261) })
