import type { Version } from '#core/books'
import type { Evaluation } from '#core/recipe'
import { versionsOf } from '../../menu/versions'
import type { Read } from '../../db/connect'

/** Versions of recipes as they were signed, each read and evaluated once for one answer. */
export class Signed {
  private readonly known = new Map<string, Version | null>()

  async learn(tx: Read, ids: readonly string[]): Promise<void> {
    const asked = [...new Set(ids)].filter((id) => !this.known.has(id))
    const found = await versionsOf(tx, asked)
    for (const id of asked) this.known.set(id, found.get(id) ?? null)
  }
  /** Undefined where it cannot be read, or was not learned. */
  of(id: string): Evaluation | undefined {
    return this.known.get(id)?.evaluation
  }
  recipeOf(id: string): string | undefined {
    return this.known.get(id)?.recipeId
  }
  get all(): Evaluation[] {
    return [...this.known.values()].flatMap((v) => v?.evaluation ?? [])
  }
}
