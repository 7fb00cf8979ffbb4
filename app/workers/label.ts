import wasmUrl from 'highs/runtime?url'
import { loadSolver } from '#core/solve'
import { matchLabel, type Label } from '#core/standardise'
import type { IngredientData } from '#core/substances'

// Matches a label away from the page: the solver holds up whoever runs it.
const solver = loadSolver(() => wasmUrl)

export interface LabelAsk {
  label: Label
  onHand: IngredientData[]
}
self.onmessage = async ({ data }: MessageEvent<LabelAsk>): Promise<void> => {
  self.postMessage(matchLabel(data.label, data.onHand, await solver))
}
