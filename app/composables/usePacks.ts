import { useI18n } from 'vue-i18n'
import type { PackChoiceRow } from '#shared/contract'
import { useOutbox } from '~/stores/outbox'
import { usePlan } from '~/stores/plan'
import { useSession } from '~/stores/session'
import { ApiProblem } from '~/utils/api'
import { useFormat } from './useFormat'

/** The cheapest whole packs of everything that is short: the server chooses them. */
export function usePacks() {
  const plan = usePlan()
  const session = useSession()
  const { t } = useI18n()
  const { n, amount } = useFormat()

  /** g of everything that is short. */
  const toBuy = computed((): [key: string, grams: number][] =>
    [
      ...plan.shopping.fruit.map((b): [string, number] => [b.fruit, b.buyKg.value * 1000]),
      ...plan.shopping.goods.map((g): [string, number] => [g.key, g.buyG.value]),
    ].filter(([, grams]) => grams > 0),
  )
  const packs = shallowRef(new Map<string, PackChoiceRow>())
  const noPacks = ref(false)
  const need = computed(() => toBuy.value.map(([key, grams]) => `${key}:${Math.ceil(grams - 1e-6)}`).join(','))
  let asking = 0
  watch(
    need,
    async (now) => {
      const turn = ++asking
      if (!now || !session.mayPlan) {
        packs.value = new Map()
        return
      }
      try {
        const reply = await useOutbox().read('packs', { query: { need: now } })
        if (turn === asking) packs.value = new Map(reply.map((r) => [r.ingredientKey, r]))
        noPacks.value = false
      } catch (e) {
        // The kilos are there without them; a page does not go down for what is beside it.
        if (!(e instanceof ApiProblem)) throw e
        noPacks.value = true
      }
    },
    { immediate: true },
  )
  /** Something has to be bought that nobody has a price of: the sum is not all of it. */
  const hasHole = computed(() => toBuy.value.some(([key]) => !packs.value.get(key)?.packs.length))
  const total = computed(() => [...packs.value.values()].reduce((s, p) => s + (p.totalPrice ?? 0), 0))
  /** Packs of one seller together, the seller said once. */
  const packText = (p: PackChoiceRow): string =>
    p.packs
      .map((x, i) => {
        const pack = x.loose
          ? t('buying.loose', { kg: amount((x.packG * x.count) / 1000, 'kg', 1) })
          : `${n(x.count)} × ${amount(x.packG / 1000, 'kg', x.packG % 1000 ? 2 : 0)}`
        return x.loose || !x.supplier || p.packs[i + 1]?.supplier === x.supplier ? pack : `${pack}, ${x.supplier}`
      })
      .join(' + ')
  return { packs, noPacks, hasHole, total, packText }
}
