import type { Evaluation, Layer } from '#core/recipe'

/** Layers as they stand in the drawing: what fills up is poured last, on top. */
export const ordered = (e: Evaluation): Layer[] => [...e.layers].sort((a, b) => Number(a.fillsUp) - Number(b.fillsUp))
