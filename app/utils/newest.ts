/** Answers to be shown: one that was asked for sooner than what is there already is not. */
export class Newest<L extends string> {
  private asked = 0
  private dropped = 0
  private readonly shown = new Map<L, number>()

  /** Call before asking. @returns whether the answer is to be shown as this list; it counts as shown then */
  ask(): (list: L) => boolean {
    const turn = ++this.asked
    return (list) => {
      if (turn <= this.dropped || turn < (this.shown.get(list) ?? 0)) return false
      this.shown.set(list, turn)
      return true
    }
  }
  /** Whatever is under way is not shown any more. */
  drop(): void {
    this.dropped = this.asked
  }
}
