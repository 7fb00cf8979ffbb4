import { goodsKey } from '#core/books'
import { deliveriesOf, paidFor, usualBought, type Delivery, type ShopItem } from '#core/buy'
import type { ProblemField } from '#shared/problem'
import { useFruit } from '~/stores/fruit'
import { useOutbox } from '~/stores/outbox'
import { usePlan } from '~/stores/plan'
import { useSession } from '~/stores/session'
import { ApiProblem, refuseHere, uuid } from '~/utils/api'

/** Something on the list as somebody has it in the cart; kept on the phone until the list is done. */
export interface InCart {
  item: ShopItem
  /** g, or pieces */
  bought: number
  /** all that was paid for it, where somebody typed it */
  paid: number | null
  /** of each delivery, so that one that was sent twice is one */
  ids: string[]
  isIn: boolean
  doubts: ProblemField[]
  error: string
}

/** The buying list in the shop: ticked off on a phone, and what was bought becomes deliveries. */
export function useShop() {
  const plan = usePlan()
  const fruit = useFruit()
  const outbox = useOutbox()
  const session = useSession()
  const { packs } = usePacks()
  const { decimals } = useFormat()
  const { ofError } = useSentence()

  const list = computed((): ShopItem[] => [
    ...plan.shopping.fruit.filter((b) => b.buyKg.value > 0).map((b) => item(b.fruit, 'fruit', b.buyKg.value * 1000)),
    ...plan.shopping.goods.filter((g) => g.buyG.value > 0).map((g) => item(g.key, 'weighed', g.buyG.value)),
    ...plan.pieces
      .filter((p) => p.count > p.held)
      .map((p) => item(goodsKey('cup', p.cupId), 'pieces', p.count - p.held)),
  ])
  const item = (key: string, kind: ShopItem['kind'], wanted: number): ShopItem => ({
    key,
    kind,
    wanted,
    packs: packs.value.get(key)?.packs ?? [],
  })

  const cart = ref<InCart[]>([])
  const place = (): string => `olvex-cart ${session.standId} ${plan.day}`
  function read(): InCart[] {
    try {
      return JSON.parse(localStorage.getItem(place()) ?? '[]') as InCart[]
    } catch {
      // What was not written whole is as if nothing had been ticked.
      return []
    }
  }
  watch(
    () => [session.standId, plan.day],
    () => (cart.value = read()),
    { immediate: true },
  )
  watch(cart, (now) => localStorage.setItem(place(), JSON.stringify(now)), { deep: true })

  const inCart = (key: string): InCart | undefined => cart.value.find((c) => c.item.key === key && !c.isIn)
  function toggle(of: ShopItem): void {
    const there = inCart(of.key)
    if (there) cart.value = cart.value.filter((c) => c !== there)
    else cart.value.push({ item: of, bought: usualBought(of), paid: null, ids: [], isIn: false, doubts: [], error: '' })
  }
  /** What was really bought of something in the cart, and what was paid for it. */
  function say(key: string, what: Partial<Pick<InCart, 'bought' | 'paid'>>): void {
    const there = inCart(key)
    if (there) Object.assign(there, what)
  }
  const ticked = computed(() => cart.value.filter((c) => !c.isIn))
  const taken = computed(() => cart.value.filter((c) => c.isIn))
  /** What is to be had yet, and what is in the cart, also where the list has changed since. */
  const rows = computed(() => [
    ...list.value,
    ...ticked.value.map((c) => c.item).filter((i) => !list.value.some((l) => l.key === i.key)),
  ])

  const busy = ref(false)
  async function takeIn(): Promise<void> {
    busy.value = true
    for (const c of ticked.value) await deliver(c)
    await Promise.all([fruit.load(), plan.load()])
    busy.value = false
  }
  async function deliver(c: InCart): Promise<void> {
    const deliveries = deliveriesOf(c.item, c.bought)
    const paid = c.paid === null ? [] : paidFor(deliveries, c.paid, decimals.value)
    c.ids = deliveries.map((_, i) => c.ids[i] ?? uuid())
    const confirm = c.doubts.map((d) => d.code)
    c.error = ''
    c.doubts = []
    try {
      for (const [i, d] of deliveries.entries()) await send(c.item, d, c.ids[i]!, paid[i] ?? null, confirm)
      c.isIn = true
    } catch (e) {
      if (!(e instanceof ApiProblem)) throw e
      if (e.code === 'needs-confirmation') c.doubts = e.errors
      else c.error = ofError(e)
    }
  }
  /** The key is the delivery's own: what was taken in already is answered as it was. */
  async function send(
    { key }: ShopItem,
    d: Delivery,
    id: string,
    paid: number | null,
    confirm: string[],
  ): Promise<void> {
    const at = { id, standId: session.standId, supplier: d.supplier, confirm }
    const price = paid === null ? null : { paid, per: 'all' as const }
    if (fruit.lots.some((l) => l.id === id)) return
    if (d.kind === 'lot') {
      const body = { ...at, ingredientKey: key, kg: d.kg, count: null, price }
      refuseHere(fruit.tryOut('receive', { params: {}, body }), confirm)
      await outbox.keep('postLot', { key: uuid(), body })
      return
    }
    const what = d.unit === 'pieces' ? { goods: key } : { ingredientKey: key }
    const body = { ...at, ...what, packs: d.packs, size: d.size, unit: d.unit, price }
    refuseHere(fruit.tryOut('pack', { params: {}, body }), confirm)
    await outbox.keep('postPack', { key: uuid(), body })
  }
  const clear = (): void => void (cart.value = ticked.value)
  return { rows, inCart, toggle, say, ticked, taken, takeIn, deliver, busy, clear }
}
