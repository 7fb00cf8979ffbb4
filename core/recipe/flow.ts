import { massG, type NamedStream } from '../process'
import { byProductName, type RecipeDocument } from './document'

type Step = Exclude<RecipeDocument['steps'][number], { op: 'take' }>

/**
 * Follows every stream to where it is used. What a step cost goes on with its output; `split` divides it by mass; a
 * by-product carries nothing but the share that the document writes for it, and that only where no later step takes it.
 */
export class Flow {
  private readonly user = new Map<string, Step>()
  private readonly kept = new Map<string, number>()
  private readonly stays = new Map<string, number>()

  /**
   * @param layers inputs of the last step, which the glass is drawn from
   * @param byProducts of each step, by its output
   */
  constructor(
    doc: RecipeDocument,
    private readonly layers: readonly string[],
    private readonly byProducts: ReadonlyMap<string, readonly NamedStream[]>,
    private readonly outMassG: (stream: string) => number,
  ) {
    for (const step of doc.steps) if (step.op !== 'take') for (const name of step.in) this.user.set(name, step)
    for (const step of doc.steps) {
      for (const { name } of byProducts.get(step.out) ?? []) {
        const stream = byProductName(step.out, name)
        const share = this.user.has(stream) ? 0 : (doc.kept?.find((k) => k.stream === stream)?.costShare ?? 0)
        if (share > 0) this.kept.set(step.out, (this.kept.get(step.out) ?? 0) + share)
      }
    }
  }

  /** The layer of the glass that a stream ends up in; null where it ends up in none. */
  layerOf(stream: string): string | null {
    if (this.layers.includes(stream)) return stream
    const step = this.user.get(stream)
    return step ? this.layerOf(step.out) : null
  }

  /** Share of what went into a stream that stays with the recipe, as by-products that are kept carry the rest away. */
  staysOf(stream: string): number {
    const known = this.stays.get(stream)
    if (known !== undefined) return known
    const step = this.user.get(stream)
    const share = step ? (1 - Math.min(1, this.kept.get(step.out) ?? 0)) * this.onward(step) : 1
    this.stays.set(stream, share)
    return share
  }

  /** Of what goes into a step, as far as it is not kept. */
  private onward(step: Step): number {
    if (step.op !== 'split') return this.staysOf(step.out)
    const [taken, rest] = [this.outMassG(step.out), massG(this.byProducts.get(step.out)![0]!.stream)]
    const all = taken + rest
    if (all <= 0) return 1
    return (taken * this.staysOf(step.out) + rest * this.staysOf(byProductName(step.out, 'rest'))) / all
  }
}
