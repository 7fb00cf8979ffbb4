import { uniformInt } from 'pure-rand/distribution/uniformInt'
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
import { DOCUMENT_SCHEMA, newSyrup, type RecipeDocument, type RecipeStep } from '../../core/recipe'

// Recipes that nobody would write, built by construction: every step takes streams that are there, with numbers that
// suit how much of them there is. The same seed makes the same recipe.

export interface Random {
  /** whole number from `low` to `high`, both included */
  int(low: number, high: number): number
  pick<T>(of: readonly T[]): T
}
export function randomFrom(seed: number): Random {
  const generator = xoroshiro128plus(seed)
  const int = (low: number, high: number): number => uniformInt(generator, low, high)
  return { int, pick: (of) => of[int(0, of.length - 1)]! }
}

interface Live {
  name: string
  massG: number
  tempC: number
  ice?: true
  /** pulp, leaf, peel: hardly any liquor of its own */
  dry?: true
}

const POURED = [
  'water',
  'lemon-juice',
  'orange-juice',
  'apple-juice',
  'mango-puree',
  'whole-milk',
  'coconut-milk',
  'honey',
]
const FRUIT = ['lemon', 'orange', 'watermelon', 'strawberry', 'pineapple']
const LEAF = ['hibiscus', 'black-tea', 'ginger', 'mint', 'chamomile']

/** The preps that random recipes take: a stirred syrup, a heated one with milk, and one that takes the other two. */
export const PREPS: Readonly<Record<string, RecipeDocument>> = (() => {
  const take = (out: string, item: { ingredient: string } | { prep: string }, value: number): RecipeStep => ({
    op: 'take',
    out,
    item,
    amount: { value, unit: 'g' },
    tempC: 20,
  })
  const prep = (steps: RecipeStep[]): RecipeDocument => ({
    schema: DOCUMENT_SCHEMA,
    kind: 'prep',
    output: 'out',
    steps,
  })
  return {
    syrup: newSyrup(),
    heated: prep([
      take('m', { ingredient: 'condensed-milk' }, 200),
      take('w', { ingredient: 'water' }, 800),
      { op: 'heat', in: ['m', 'w'], out: 'out', toC: 70 },
    ]),
    both: prep([
      take('s', { prep: 'syrup' }, 300),
      take('h', { prep: 'heated' }, 300),
      take('a', { ingredient: 'citric-acid' }, 3),
      { op: 'combine', in: ['s', 'h', 'a'], out: 'out' },
    ]),
  }
})()

/** A recipe of about so many steps. */
export function randomDocument(seed: number, length: number): RecipeDocument {
  const random = randomFrom(seed)
  const steps: RecipeStep[] = []
  let live: Live[] = []
  let n = 0
  const name = (): string => `s${n++}`
  const add = (step: RecipeStep, made: Omit<Live, 'name'>, ...more: Live[]): void => {
    steps.push(step)
    live.push({ name: step.out, ...made }, ...more)
  }
  const take = (ingredient: string, massG: number, tempC: number, more: Partial<Live> = {}): Live => {
    const out = name()
    steps.push({ op: 'take', out, item: { ingredient }, amount: { value: massG, unit: 'g' }, tempC })
    return { name: out, massG, tempC, ...more }
  }
  const liquid = (): Live => take(random.pick(POURED), random.int(100, 900), random.int(4, 25))
  /** A wet stream that is there, or a new one. */
  const wet = (): Live => {
    const found = live.filter((s) => !s.dry && !s.ice && s.massG > 60)
    if (!found.length) return liquid()
    const chosen = random.pick(found)
    live = live.filter((s) => s !== chosen)
    return chosen
  }
  const mix = (parts: Live[]) => {
    const massG = parts.reduce((m, p) => m + p.massG, 0)
    return { massG, tempC: massG ? parts.reduce((m, p) => m + p.massG * p.tempC, 0) / massG : 20 }
  }
  const MOVES: (() => void)[] = [
    () => void live.push(liquid()),
    () => {
      const out = name()
      const massG = random.int(20, 300)
      add(
        {
          op: 'take',
          out,
          item: { prep: random.pick(Object.keys(PREPS)) },
          amount: { value: massG, unit: 'g' },
          tempC: 20,
        },
        { massG, tempC: 20 },
      )
    },
    () => {
      const parts = [wet(), wet(), ...(random.int(0, 1) ? [wet()] : [])]
      add({ op: 'combine', in: parts.map((p) => p.name), out: name() }, mix(parts))
    },
    () => {
      const parts = [wet(), take(random.pick(FRUIT), random.int(100, 500), 10)]
      const made = mix(parts)
      add({ op: 'blend', in: parts.map((p) => p.name), out: name() }, { ...made, massG: made.massG - 30 })
    },
    () => {
      const s = wet()
      const out = name()
      const pulp = { name: `${out}/pulp`, massG: s.massG * 0.1, tempC: s.tempC, dry: true as const }
      const isPulpy = steps.some((x) => x.out === s.name && x.op === 'blend')
      add({ op: 'strain', in: [s.name], out }, { massG: s.massG * 0.7, tempC: s.tempC }, ...(isPulpy ? [pulp] : []))
    },
    () => {
      const pulp = live.find((s) => s.dry && s.name.endsWith('/pulp'))
      if (!pulp) return
      live = live.filter((s) => s !== pulp)
      const water = take('water', random.int(100, 300), 20)
      add(
        { op: 'rinse', in: [pulp.name, water.name], out: name(), stages: random.int(1, 3) },
        { massG: water.massG * 0.7, tempC: 20 },
      )
    },
    () => {
      const s = wet()
      const out = name()
      const takeG = Math.floor(s.massG * 0.3)
      add(
        { op: 'split', in: [s.name], out, takeG },
        { massG: takeG, tempC: s.tempC },
        { ...s, name: `${out}/rest`, massG: takeG },
      )
    },
    () => {
      const [s, sugar] = [wet(), take('white-sugar', random.int(10, 80), 20)]
      add({ op: 'combine', in: [s.name, sugar.name], out: name() }, mix([s, sugar]))
    },
    () => {
      const [sugar, water] = [take('white-sugar', random.int(50, 200), 20), take('water', random.int(250, 500), 20)]
      add({ op: 'dissolve', in: [sugar.name, water.name], out: name(), minutes: 3 }, mix([sugar, water]))
    },
    () => {
      const s = wet()
      const toC = random.int(60, 90)
      add({ op: 'heat', in: [s.name], out: name(), toC, holdMin: random.int(0, 10) }, { massG: s.massG, tempC: toC })
    },
    () => {
      const s = wet()
      if (s.massG < 150) return void live.push(s)
      const energy = random.pick(['electricity', 'gas'] as const)
      add(
        { op: 'simmer', in: [s.name], out: name(), minutes: random.int(1, 5), steamGPerMin: 5, energy },
        { massG: s.massG - 25, tempC: 98 },
      )
    },
    () => {
      const hot = take('water', random.int(300, 800), random.int(70, 98))
      const leaf = take(random.pick(LEAF), random.int(5, 30), 20)
      const op = random.pick(['steep', 'brew'] as const)
      add(
        { op, in: [leaf.name, hot.name], out: name(), minutes: random.int(3, 20) },
        { massG: hot.massG - 100, tempC: hot.tempC },
      )
    },
    () => {
      const s = wet()
      if (s.tempC < 30) return void live.push(s)
      add({ op: 'cool', in: [s.name], out: name(), place: 'ice-bath', toC: 10 }, { massG: s.massG, tempC: 10 })
    },
    () => {
      const s = wet()
      add({ op: 'rest', in: [s.name], out: name(), minutes: 30 }, { massG: s.massG, tempC: s.tempC })
    },
    () => {
      const [s, filler] = [wet(), take('water', 100, 20)]
      const toVolumeMl = Math.round(s.massG * 1.3)
      add({ op: 'makeUp', in: [s.name, filler.name], out: name(), toVolumeMl }, { massG: toVolumeMl, tempC: 20 })
    },
    () => {
      const [s, filler] = [wet(), wet()]
      const toVolumeMl = Math.round(s.massG + filler.massG * 0.8)
      add({ op: 'makeUp', in: [s.name, filler.name], out: name(), toVolumeMl }, mix([s, filler]))
    },
    () => {
      const [s, ice] = [wet(), take('ice', random.int(50, 200), random.int(-18, 0), { ice: true })]
      add(
        { op: 'blend', in: [s.name, ice.name], out: name() },
        { massG: s.massG + ice.massG - 30, tempC: 0, ice: true },
      )
    },
    () => {
      const s = wet()
      if (s.tempC < 25) return void live.push(s)
      const ice = take('ice', Math.ceil(s.massG), random.int(-10, 0))
      add({ op: 'chillWithIce', in: [s.name, ice.name], out: name(), toC: 12 }, { massG: s.massG * 1.3, tempC: 12 })
    },
    () => {
      const [peel, sugar] = [take('lemon', random.int(50, 100), 20), take('white-sugar', random.int(80, 150), 20)]
      add({ op: 'peelSugar', in: [peel.name, sugar.name], out: name(), hours: 4 }, { massG: 150, tempC: 20, dry: true })
    },
    () => {
      const s = wet()
      const milk = take(random.pick(['whole-milk', 'coconut-milk', 'oat-drink']), random.int(50, 200), 5)
      add({ op: 'addDairy', in: [s.name, milk.name], out: name() }, mix([s, milk]))
    },
    () => {
      const s = wet()
      add({ op: 'culture', in: [s.name], out: name(), hours: random.int(6, 24) }, { massG: s.massG, tempC: 22 })
    },
    () => {
      const s = wet()
      if (s.tempC > 30) return void live.push(s)
      add(
        { op: 'iceInCup', in: [s.name], out: name(), iceG: random.int(20, 90), iceTempC: -4 },
        { massG: s.massG, tempC: 0 },
      )
    },
    () => {
      const fruit = take(random.pick(FRUIT), random.int(300, 900), 15)
      const out = name()
      const trimmedG = Math.round(fruit.massG * 0.2)
      add(
        { op: 'trim', in: [fruit.name], out, trimmedG, byProduct: 'peel' },
        { massG: fruit.massG - trimmedG, tempC: 15 },
        { name: `${out}/peel`, massG: trimmedG, tempC: 15, dry: true },
      )
    },
    () => {
      const fruit = take(random.pick(FRUIT), random.int(300, 900), 15)
      const out = name()
      const juiceG = Math.round(fruit.massG * 0.3)
      add(
        { op: 'press', in: [fruit.name], out, juiceG, method: 'hand-reamer', minutes: 3 },
        { massG: juiceG, tempC: 15 },
        { name: `${out}/pulp`, massG: juiceG, tempC: 15, dry: true },
      )
    },
  ]
  while (steps.length < length - 1) random.pick(MOVES)()
  const last = [wet(), ...(live.some((s) => s.ice) ? [] : [wet()])]
  steps.push({ op: 'combine', in: last.map((s) => s.name), out: 'out' })
  // Some of what is left over is kept, and carries a share.
  const kept = live
    .filter((s) => s.name.includes('/'))
    .map((s) => ({ stream: s.name, costShare: random.int(0, 40) / 100 }))
  return { schema: DOCUMENT_SCHEMA, kind: 'prep', steps, output: 'out', ...(kept.length ? { kept } : {}) }
}
