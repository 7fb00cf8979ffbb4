import { randomBytes } from 'node:crypto'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import type { Places } from './paths'

export interface Secrets {
  sessionPassword: string
  databasePassword: string
}

/** Made at the first start, kept beside the data, readable by its owner only. */
export function secretsOf(places: Places): Secrets {
  if (existsSync(places.secrets)) return JSON.parse(readFileSync(places.secrets, 'utf8')) as Secrets
  const secrets = {
    sessionPassword: randomBytes(32).toString('hex'),
    databasePassword: randomBytes(24).toString('hex'),
  }
  writeFileSync(places.secrets, JSON.stringify(secrets), { mode: 0o600 })
  return secrets
}
