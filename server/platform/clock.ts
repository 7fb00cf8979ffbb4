/** The one clock. OLVEX_NOW holds it still for tests and pictures; a production start without the demo refuses it. */
export function now(): Date {
  const fixed = process.env.OLVEX_NOW
  if (!fixed) return new Date()
  if (process.env.OLVEX_DEMO !== '1' && process.env.NODE_ENV === 'production')
    throw new Error('OLVEX_NOW is only for the demo and for tests')
  return new Date(fixed)
}
