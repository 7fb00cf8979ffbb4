import { splitOfPress } from '#core/yield'
import type { Press } from '#shared/contract'
import type { StripPart } from '~/components/fruit/KiloStrip.vue'

/** Parts of a strip, kg: where the fruit of these presses went. */
export function partsOf(presses: readonly Press[]): StripPart[] {
  const split = presses.map(splitOfPress)
  const kg = (of: keyof (typeof split)[number]): number => split.reduce((sum, p) => sum + p[of], 0) / 1000
  return [{ key: 'juice', kg: kg('juiceG') }, { key: 'trim', kg: kg('trimG') }, { key: 'pulp', kg: kg('pulpG') }, { key: 'loss', kg: kg('lossG') }]
}
