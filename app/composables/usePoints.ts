import { yieldMlPerKg } from '#core/yield'
import type { PressPoint } from '#core/yield/study'
import type { Press } from '#shared/contract'
import { figuresOfPress } from '~/stores/fruit'

/** A press as the study of its fruit sees it. */
export function pointOf(p: Press): PressPoint {
  const f = figuresOfPress(p)
  return {
    id: p.id,
    at: p.at,
    mlPerKg: yieldMlPerKg(p),
    method: p.method,
    tool: p.tool,
    fruitTemp: p.fruitTemp,
    minutesPerL: f.minutesPerL?.value ?? null,
    costPerL: f.costPerL?.value ?? null,
    leftOut: p.mark?.leftOut ?? null,
    weighed: p.weighed,
    guessed: f.guessed,
  }
}
