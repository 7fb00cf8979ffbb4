import { onLot } from './on-lot'

/** Fruit that was cleaned, and who signs for it. */
export interface Clean {
  kind: 'clean'
  routine: string
  initials: string
}
export const clean = onLot<Clean>({ lots: ['received'] })
