import { ProcessLimit } from '../process'

/** Parts by mass of two things that come to a target between them. */
export interface Square {
  /** parts of the weaker and of the stronger one; they add up to the distance between the two */
  weakParts: number
  strongParts: number
  /** share of the stronger one in the blend, by mass, 0 to 1 */
  strongShare: number
}

/**
 * The square for two parts and a target, all in g per 100 g (or °Bx): each is taken by how far the other lies from the
 * target (Pearson's square; textbooks of dairy and food processing, memory). By mass, never by volume.
 * @throws ProcessLimit where both are the same, or the target lies outside what they hold
 */
export function pearsonSquare(weak: number, strong: number, target: number): Square {
  if (!(strong > weak)) throw new ProcessLimit('square-same', { weak, strong })
  if (!(target >= weak && target <= strong)) throw new ProcessLimit('square-outside', { weak, strong, target })
  const [strongParts, weakParts] = [target - weak, strong - target]
  return { weakParts, strongParts, strongShare: strongParts / (strong - weak) }
}
