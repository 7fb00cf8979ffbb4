import { decimalsOf } from '#core/region'
import { defineStore } from 'pinia'
import { packsHeld } from '#core/buy/held'
import {
  BOOKED,
  gramsOf,
  laidOver,
  purchasedPerG,
  type Booked,
  type Known,
  type LotUnit,
  type Version,
  placeOfLot,
} from '#core/books'
import { ProcessLimit } from '#core/process'
import type { RecipeDocument, Snapshots } from '#core/recipe'
import {
  byUse,
  fruitYield,
  goodOn,
  keepingOf,
  pressFigures,
  type FruitYield,
  type Handling,
  isLearned,
  isOfOne,
  isPressable,
  isShown,
  peeledHandling,
  type Keeping,
  type PressFigures,
} from '#core/yield'
import type { Lot, Press, Reply } from '#shared/contract'
import { FACT_ROUTES, type Call, type Fact } from '#shared/facts'
import { READ_TOGETHER, showing } from '#shared/routes'
import { bookedHere, layering, unitGOf, type Books, type Here } from '~/outbox/pending'
import { useCatalogue } from './catalogue'
import type { Changed } from '~/utils/changed'
import { onForget } from '~/utils/forget'
import { Newest } from '~/utils/newest'
import { useOutbox } from './outbox'
import { useSession } from './session'

type RunOf = Parameters<Known['evaluateRun']>[0]
type FruitList = (typeof READ_TOGETHER.fruit)[number]
const NOTHING_THERE = { lots: [], presses: [], batches: [], runs: [], holds: [], pours: [], soldOuts: [], sends: [] }
export const isThere = (lot: Lot): boolean => isPressable(lot.onHand)

/** Lots and presses of the stand. */
export const useFruit = defineStore('fruit', () => {
  const answered = shallowRef<Pick<Books, keyof typeof NOTHING_THERE>>(NOTHING_THERE)
  /** What the server said last, with what this tablet has not sent yet on top. */
  const here = computed((): Here => {
    const { standId, stand, openStands, person, isOwner, mayPlan, currency } = useSession()
    return {
      standId,
      others: openStands.map((s) => s.id),
      control: stand?.holdControl ?? 'cold',
      decimals: decimalsOf(currency),
      by: person?.name ?? '',
      teller: { seesMoney: isOwner, mends: mayPlan, overrules: isOwner },
    }
  })
  /** What a version is that is made: drinks and preps say so, which know their standards. */
  const versionOf = shallowRef<(id: string) => Version | undefined>(() => undefined)
  const known = {
    data: useCatalogue().dataOf,
    handling: useCatalogue().ownHandlingOf,
    named: useCatalogue().named,
    goods: useCatalogue().goods,
    version: (id: string) => versionOf.value(id),
    evaluateRun: (run: RunOf, doc: RecipeDocument) => evaluateRun.value(run, doc),
    recipeOf: (id: string) => recipeOf(id),
  }
  /** What a batch comes to, with what its version was signed with: drinks say so too. */
  const evaluateRun = shallowRef<Known['evaluateRun']>(() => {
    throw new ProcessLimit('recipe-unsound', {})
  })
  /** Standards that are no longer the newest, and that a batch is of. */
  const learn = shallowRef<(snapshots: Snapshots) => void>(() => undefined)
  /** What names of today stand for, as it changes. */
  const today = shallowRef<() => unknown>(() => null)
  const lay = layering()
  const books = computed(() => {
    const { prices, ingredients } = useCatalogue()
    const from = [answered.value, prices, ingredients, here.value, versionOf.value, today.value()]
    return lay(from, { ...answered.value, prices, bases: [] }, useOutbox().overlay, here.value, known)
  })
  const runs = computed(() => books.value.runs)
  const holds = computed(() => books.value.holds)
  const pours = computed(() => books.value.pours)
  const soldOuts = computed(() => books.value.soldOuts)
  const sends = computed(() => books.value.sends)
  /**
   * What a fact would come to if it were told now; what is not on this shelf is the server's to look at.
   * @param first what is told just before it
   */
  function tryOut(kind: Fact, call: Call, first?: Booked): Booked {
    const asked = { ...known, meanMlPerKg: (key: string) => yields.value.get(key)?.used.value ?? null }
    const shelf = first ? laidOver(books.value, first, here.value.by, []) : books.value
    const booked = bookedHere(kind, call, shelf, { ...here.value, now: useSession().now().toISOString() }, asked)
    return booked.limits.some((l) => l.code === 'not-found') ? BOOKED : booked
  }
  // By their keys: the books look in the catalogue themselves.
  watch(
    () => books.value.bases.map((b) => b.key).join(),
    () => (useCatalogue().madeHere = books.value.bases),
    { immediate: true },
  )
  const batches = computed(() => books.value.batches)
  /** What a version is of: by the makings that are known, or by the standards of today. */
  const recipeOf = (versionId: string): string | undefined =>
    answered.value.batches.find((b) => b.versionId === versionId)?.recipeId ?? versionOf.value(versionId)?.recipeId
  /** What a vessel at the hatch holds, by its version; nothing where none does. */
  function heldAs(versionId: string): { recipeId: string; snapshot: string } | null {
    const hold = answered.value.holds.find((h) => h.versionId === versionId)
    return hold?.snapshot ? { recipeId: hold.recipeId, snapshot: hold.snapshot } : null
  }
  const lots = computed(() => books.value.lots)
  const presses = computed(() => books.value.presses)
  const ready = ref(false)

  /** what is pressed: deliveries, and what was peeled of them */
  const received = computed(() => lots.value.filter((l) => l.kind === 'received' || l.kind === 'peeled'))
  /** by-products that are kept, what has to go first on top */
  const kept = computed(() =>
    lots.value
      .filter((l) => l.kind === 'by-product' && isShown(l.onHand))
      .sort((a, b) => (a.useBy ?? '9').localeCompare(b.useBy ?? '9')),
  )
  /** juice in its jugs, the oldest first */
  const juice = computed(() =>
    lots.value.filter((l) => l.kind === 'pressed' && isShown(l.onHand)).sort((a, b) => a.at.localeCompare(b.at)),
  )
  /** packs on the shelf, those that were opened too, what ends first on top */
  const packs = computed(() =>
    lots.value
      .filter((l) => (l.kind === 'pack' || l.kind === 'opened') && isShown(l.onHand))
      .sort((a, b) => (a.useBy ?? '9').localeCompare(b.useBy ?? '9') || a.at.localeCompare(b.at)),
  )
  /** what was made and is there, and what was left of it in a vessel; what ends first on top */
  const made = computed(() =>
    lots.value
      .filter((l) => (l.kind === 'made' || l.kind === 'left') && isShown(l.onHand))
      .sort((a, b) => (a.useBy ?? '9').localeCompare(b.useBy ?? '9') || a.at.localeCompare(b.at)),
  )
  const kgOnHand = computed(() => received.value.reduce((sum, l) => sum + l.onHand, 0) / 1000)
  /** The same list for a lot that was not pressed meanwhile, so that its strip is not drawn again. */
  const pressesOf = computed((before?: Map<string, Press[]>) =>
    groupBy(presses.value, (p) => p.takes.map((t) => t.lotId), before),
  )
  const figuresOf = computed(() => new Map(presses.value.map((p) => [p.id, figuresOfPress(p)])))

  /**
   * The day turns while a tablet lies there: states are worked out from this, which moves on by the quarter of an hour.
   */
  const clock = ref(new Date().toISOString())
  setInterval(() => (clock.value = useSession().now().toISOString()), 15 * 60e3)

  const peeledHandlings = new WeakMap<Handling, Handling>()
  /** How a lot keeps: peeled fruit is another thing than the fruit. */
  function handlingOfLot(lot: Lot): Handling {
    const handling = useCatalogue().handlingFor(lot.itemKey)
    if (lot.kind !== 'peeled') return handling
    if (!peeledHandlings.has(handling)) peeledHandlings.set(handling, peeledHandling(handling))
    return peeledHandlings.get(handling)!
  }
  /** From when and until when a lot is good: from the last look at it, or from how it came. */
  const keptKeeping = new WeakMap<Lot, { handling: Handling; clock: string; keeping: Keeping }>()
  function keeping(lot: Lot): Keeping {
    // The same for the same lot: what has not changed is not drawn again.
    const handling = handlingOfLot(lot)
    const before = keptKeeping.get(lot)
    if (before && before.handling === handling && before.clock === clock.value) return before.keeping
    const look = lot.look ?? { at: lot.at, place: placeOfLot(lot) ?? 'room', feel: lot.seen?.feel ?? null }
    const keeping = keepingOf(look, handling, clock.value)
    keptKeeping.set(lot, { handling, clock: clock.value, keeping })
    return keeping
  }
  const keepings = computed(() => new Map(received.value.filter(isThere).map((l) => [l.id, keeping(l)])))
  /** What is in crates, in the order to use it. */
  const shelf = computed(() =>
    received.value
      .filter(isThere)
      .sort((a, b) => byUse(keepings.value.get(a.id)!, keepings.value.get(b.id)!) || a.at.localeCompare(b.at)),
  )
  const ripening = computed(() => shelf.value.filter((l) => keepings.value.get(l.id)!.state === 'ripening').length)

  /**
   * Yields by fruit, for every fruit there is: the stand's own, or the handbook's where nobody has pressed yet.
   */
  const yields = computed(() => {
    const byFruit = groupBy(presses.value.filter(isLearned), (p) => [p.ingredientKey])
    const out = new Map<string, FruitYield>()
    for (const fruit of useCatalogue().fruits) {
      const data = useCatalogue().dataOf(fruit.key)
      if (data?.fruit)
        out.set(
          fruit.key,
          fruitYield(
            data,
            (byFruit.get(fruit.key) ?? []).map((p) => figuresOf.value.get(p.id)!),
          ),
        )
    }
    return out
  })

  const zone = (): string => useSession().zone
  /** Crates of a fruit that can be used on a day. */
  const usable = (key: string, day: string): Lot[] =>
    received.value.filter(
      (l) => l.itemKey === key && l.onHand > 0 && goodOn(keepings.value.get(l.id) ?? keeping(l), day, zone()),
    )
  /** g of a fruit, as purchased, that can be used on a day. */
  const usableG = (key: string, day: string): number =>
    usable(key, day).reduce((sum, l) => sum + l.onHand * purchasedPerG(l), 0)
  const heldOf = (key: string, day: string, unit: LotUnit): number => packsHeld(packs.value, key, unit, day)
  /** g of an ingredient in packs that can be used on a day. */
  function heldG(key: string, day: string): number {
    const data = useCatalogue().dataOf(key)
    return heldOf(key, day, 'g') + (data ? gramsOf(heldOf(key, day, 'mL'), 'mL', data)! : 0)
  }
  /** mL of a juice that is still good on a day; today, all there is. */
  const usableMl = (juiceKey: string, day: string): number =>
    lots.value
      .filter((l) => l.kind === 'pressed' && l.itemKey === juiceKey && l.onHand > 0 && goodOn(keeping(l), day, zone()))
      .reduce((sum, l) => sum + l.onHand, 0)
  const unitG = (lot: Lot): number | null => unitGOf(lot, useCatalogue().handlingFor(lot.itemKey))

  /** A vessel of some time ago that somebody looks at. */
  const also = ref('')
  async function lookAt(holdId: string): Promise<void> {
    also.value = holdId
    await load()
  }
  onForget(() => {
    answered.value = NOTHING_THERE
    also.value = ''
    standShown = ''
    newest.drop()
    ready.value = false
  })
  /** the stand that all of it is of */
  let standShown = ''
  const newest = new Newest<FruitList | 'all'>()
  /**
   * Reads the lists of the stand again.
   * @param changed what is known to have changed, where not all may have
   */
  async function load(changed?: Changed): Promise<void> {
    const stand = useSession().standId
    if (!stand) return
    const isPart = changed !== undefined && standShown === stand
    const lists = isPart ? showing(READ_TOGETHER.fruit, changed.kinds) : READ_TOGETHER.fruit
    const shown = useOutbox().reading(FACT_ROUTES, isPart ? (e) => changed.isOf(e) : undefined)
    const isNewest = newest.ask()
    const again = <L extends FruitList>(list: L, more: Record<string, string> = {}): Promise<Reply<L> | null> =>
      lists.includes(list) ? useOutbox().read(list, { query: { stand, ...more } }) : Promise.resolve(null)
    const [lots, presses, batches, r, h, sends] = await Promise.all([
      again('lots'),
      again('presses'),
      again('batches'),
      again('runs'),
      again('holds', also.value ? { also: also.value } : {}),
      again('sends'),
    ])
    if (r) learn.value(r.snapshots)
    if (h) learn.value(h.snapshots)
    answered.value = {
      ...answered.value,
      ...(lots && isNewest('lots') ? { lots } : {}),
      ...(presses && isNewest('presses') ? { presses } : {}),
      ...(batches && isNewest('batches') ? { batches } : {}),
      ...(r && isNewest('runs') ? { runs: r.runs } : {}),
      ...(h && isNewest('holds') ? { holds: h.holds, pours: h.pours, soldOuts: h.soldOuts } : {}),
      ...(sends && isNewest('sends') ? { sends } : {}),
    }
    if (!isPart && isNewest('all')) standShown = stand
    clock.value = useSession().now().toISOString()
    shown()
    ready.value = standShown !== ''
  }
  return {
    lots,
    presses,
    ready,
    received,
    kept,
    juice,
    packs,
    made,
    batches,
    recipeOf,
    heldAs,
    versionOf,
    evaluateRun,
    learn,
    today,
    runs,
    holds,
    pours,
    soldOuts,
    sends,
    tryOut,
    kgOnHand,
    pressesOf,
    figuresOf,
    keeping,
    keepings,
    shelf,
    ripening,
    yields,
    usable,
    usableG,
    usableMl,
    heldG,
    heldOf,
    unitG,
    load,
    lookAt,
  }
})

type PressRow = Pick<
  Press,
  'ingredientKey' | 'takenG' | 'trimmedG' | 'juiceMl' | 'juiceUnit' | 'minutes' | 'fruitCost' | 'costBasis' | 'at'
> &
  Partial<Pick<Press, 'hands' | 'spilledMl' | 'byCost' | 'marketCost' | 'seen' | 'base' | 'takes' | 'weighed'>>
export function figuresOfPress(p: PressRow): PressFigures {
  return pressFigures({
    takenG: p.takenG,
    trimmedG: p.trimmedG,
    juiceMl: p.juiceMl,
    juiceTyped: p.juiceUnit,
    minutes: p.minutes,
    hands: p.hands,
    spilledMl: p.spilledMl,
    foamy: p.seen?.foam === 'foamy',
    base: p.base,
    weighed: p.weighed,
    isMixed: !!p.takes && !isOfOne(p as Pick<Press, 'takes'>),
    brixMeasured: typeof p.seen?.brix === 'number',
    fruitCost: p.fruitCost,
    byCost: p.byCost,
    marketCost: p.marketCost,
    fruitCostBasis: p.costBasis,
    params: { name: p.ingredientKey, when: p.at },
  })
}

function groupBy<T>(
  rows: readonly T[],
  keys: (row: T) => readonly string[],
  before?: Map<string, T[]>,
): Map<string, T[]> {
  const out = new Map<string, T[]>()
  for (const row of rows)
    for (const key of keys(row)) {
      const list = out.get(key)
      if (list) list.push(row)
      else out.set(key, [row])
    }
  for (const [k, was] of before ?? []) {
    const now = out.get(k)
    if (now?.length === was.length && now.every((row, i) => row === was[i])) out.set(k, was)
  }
  return out
}
