import pino from 'pino'

/** Structured, one line each; bodies, cookies and passwords never go in. */
export const log = pino({ level: process.env.OLVEX_LOG_LEVEL ?? 'info', base: undefined })
