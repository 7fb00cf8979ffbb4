import type { Composition } from '../components'
import type { Caution } from './types'

/** What is known of a base from its makings: g per 100 g, pH, and what to mind with its fruit. */
export interface BaseValues {
  composition: Composition
  ph: number
  cautions: Caution[]
}
