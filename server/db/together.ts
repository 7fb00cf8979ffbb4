type Waiting<V> = { done: (value: V | undefined) => void; fail: (e: unknown) => void }

/**
 * Asks the database for many at once: whatever is asked for while it is at work on the last question goes into the next
 * one. Nobody is given what was read before they asked, and nobody waits where nothing is under way.
 */
export class Together<V> {
  private waiting = new Map<string, Waiting<V>[]>()
  private busy = false

  /** @param ask reads all of these; what there is nothing of is left out */
  constructor(private readonly ask: (keys: string[]) => Promise<ReadonlyMap<string, V>>) {}

  get(key: string): Promise<V | undefined> {
    return new Promise((done, fail) => {
      const same = this.waiting.get(key)
      if (same) same.push({ done, fail })
      else this.waiting.set(key, [{ done, fail }])
      if (!this.busy) void this.run()
    })
  }
  private async run(): Promise<void> {
    this.busy = true
    while (this.waiting.size) {
      const these = this.waiting
      this.waiting = new Map()
      try {
        const found = await this.ask([...these.keys()])
        for (const [key, all] of these) for (const one of all) one.done(found.get(key))
      } catch (e) {
        for (const all of these.values()) for (const one of all) one.fail(e)
      }
    }
    this.busy = false
  }
}
