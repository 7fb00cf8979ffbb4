import { costSpreads, type Varies, type VaryingCup } from '#core/cost'

// Draws ten thousand days of a menu away from the page.
export interface SpreadAsk {
  cups: VaryingCup[]
  varies: [string, Varies][]
  seed: number
  /** by cup: the money that it is not to cost more than */
  limits: [string, number][]
}
export interface SpreadRow {
  id: string
  low: number
  high: number
  /** chance of more than its limit; null where it has none */
  above: number | null
}

self.onmessage = ({ data }: MessageEvent<SpreadAsk>): void => {
  const limits = new Map(data.limits)
  const spreads = costSpreads(data.cups, new Map(data.varies), data.seed)
  const rows = [...spreads].map(([id, { low, high, above }]): SpreadRow => {
    const limit = limits.get(id)
    return { id, low, high, above: limit === undefined ? null : above(limit) }
  })
  self.postMessage(rows)
}
