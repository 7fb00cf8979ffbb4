import type { z } from 'zod'
import { COUNT } from './count'
import { DRINKS } from './drinks'
import type { Endpoint } from './endpoint'
import { FRUIT } from './fruit'
import { MAKE } from './make'
import { moneyNames } from './money'
import { PEOPLE } from './people'
import { PLAN } from './plan'
import { PLATFORM } from './platform'
import { PREPS } from './preps'
import { SERVE } from './serve'
import { STORE } from './store'
import { TASTE } from './taste'

export * from './endpoint'
export * from './people'
export * from './platform'
export * from './store'
export * from './fruit'
export * from './drinks'
export * from './plan'
export * from './preps'
export * from './make'
export * from './serve'
export * from './count'
export * from './taste'
export { maskOf } from './money'
export { recipeDocument } from './recipe-document'

/** Every route: its fields, its answer, and who may ask. */
export const contract = {
  ...PLATFORM,
  ...PEOPLE,
  ...STORE,
  ...FRUIT,
  ...DRINKS,
  ...PREPS,
  ...PLAN,
  ...MAKE,
  ...SERVE,
  ...COUNT,
  ...TASTE,
} satisfies Record<string, Endpoint>

export type Contract = typeof contract
export type Body<K extends keyof Contract> = z.infer<Contract[K]['body']>
export type BodyInput<K extends keyof Contract> = z.input<Contract[K]['body']>
export type Reply<K extends keyof Contract> = z.infer<Contract[K]['reply']>

/** Names of all that is marked as money, in what is sent and in what is answered. */
export const MONEY_NAMES: ReadonlySet<string> = new Set(
  Object.values<Endpoint>(contract).flatMap((e) => [...moneyNames(e.reply), ...moneyNames(e.body)]),
)
