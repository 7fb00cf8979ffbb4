import Papa from 'papaparse'
import { seeded, type Random } from '#core/random'

// A till that is not there: it sells, writes its file, and posts what it sold, again and again until it is taken.

/** Something on its buttons. */
export interface TillProduct {
  name: string
  /** money, tax in it */
  price: number
  /** how often it is asked for, beside the others */
  weight: number
}
/** One line of a sale. */
export interface TillSale {
  sale: string
  line: number
  at: string
  product: string
  cups: number
  paid: number | null
}
/** What the server says of sales that were posted. */
export interface Taken {
  taken: number
  known: number
  waiting: string[]
}

/** One sale in so many is given back. */
const REFUNDED = 60
/** Lines that are posted at once. */
const AT_ONCE = 500

export class SimulatedTill {
  /** what was not taken yet */
  private open: TillSale[] = []
  private number: number

  /**
   * @param seed the same one sells the same @param firstNumber of its sales
   * @param ask posts to an address, and gives the answer
   */
  constructor(
    private readonly products: readonly TillProduct[],
    seed: number,
    firstNumber = 1001,
    private readonly ask: typeof fetch = fetch,
  ) {
    this.random = seeded(seed)
    this.number = firstNumber
  }
  private readonly random: Random

  /** Sells for some time, one sale after the other, the first at its beginning. @param sales how many @param minutes */
  sell(from: string, minutes: number, sales: number): TillSale[] {
    const begin = Date.parse(from)
    const moments = Array.from({ length: sales }, () => this.random.next()).sort((a, b) => a - b)
    const sold = moments.flatMap((share) => this.one(new Date(begin + share * minutes * 60_000).toISOString()))
    this.open.push(...sold)
    return sold
  }
  private one(at: string): TillSale[] {
    const sale = String(this.number++)
    const lines = this.random.next() < 0.25 ? 2 : 1
    const sign = Math.floor(this.random.next() * REFUNDED) === 0 ? -1 : 1
    return Array.from({ length: lines }, (_, i): TillSale => {
      const product = this.pick()
      const cups = sign * (this.random.next() < 0.2 ? 2 : 1)
      return { sale, line: i + 1, at, product: product.name, cups, paid: round(cups * product.price) }
    })
  }
  private pick(): TillProduct {
    const all = this.products.reduce((sum, p) => sum + p.weight, 0)
    let at = this.random.next() * all
    return this.products.find((p) => (at -= p.weight) < 0) ?? this.products.at(-1)!
  }

  /** Its file, as tills write it: times of the wall at the stand. */
  file(sales: readonly TillSale[], zone: string): string {
    const wall = new Intl.DateTimeFormat('sv-SE', { timeZone: zone, dateStyle: 'short', timeStyle: 'medium' })
    return Papa.unparse(
      sales.map((s) => ({
        Receipt: s.sale,
        Date: wall.format(new Date(s.at)),
        Item: s.product,
        Quantity: s.cups,
        Total: s.paid === null ? '' : s.paid.toFixed(2),
      })),
    )
  }

  /**
   * Posts what was not taken yet. What nobody has named yet waits, and is posted again the next time.
   * @param server address @param secret its own, `id.secret`
   * @throws Error with the answer where the server says no
   */
  async post(server: string, secret: string): Promise<Taken> {
    const all: Taken = { taken: 0, known: 0, waiting: [] }
    for (let from = 0; from < this.open.length; from += AT_ONCE) {
      const answer = await this.ask(`${server}/api/v1/till-sales`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', authorization: `Bearer ${secret}` },
        body: JSON.stringify({ sales: this.open.slice(from, from + AT_ONCE) }),
      })
      if (!answer.ok) throw new Error(`${answer.status} ${await answer.text()}`)
      const { taken, known, waiting } = (await answer.json()) as Taken
      all.taken += taken
      all.known += known
      all.waiting.push(...waiting)
    }
    const waits = new Set(all.waiting)
    this.open = this.open.filter((s) => waits.has(`${s.sale}/${s.line}`))
    return all
  }
  /** Lines that are still to be taken. */
  get left(): number {
    return this.open.length
  }
}
const round = (money: number): number => Math.round(money * 100) / 100
