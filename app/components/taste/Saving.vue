<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { gramsOf } from '#core/books'
import { perLitreOf, savedPerCup } from '#core/cost'
import { useAmounts } from '~/forms/useAmounts'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'
import { useFruit } from '~/stores/fruit'
import { useSession } from '~/stores/session'
import type { PanelView } from '~/stores/taste'

// Beside what tongues said of something cheaper: what each cup would save that it goes into.
const props = defineProps<{ view: PanelView }>()
const { t } = useI18n({ useScope: 'global' })
const { name, money, typed } = useFormat()
const session = useSession()
const drinks = useDrinks()
const fruit = useFruit()
const catalogue = useCatalogue()
const menu = computed(() =>
  drinks.drinks.flatMap((d) => {
    const { evaluation } = drinks.evaluate(drinks.served(d))
    return evaluation ? [{ id: d.id, name: d.name, evaluation }] : []
  }),
)
const items = computed(() =>
  [...new Set(menu.value.flatMap((d) => [...d.evaluation.bill.ingredients.keys()]))]
    .map((key) => ({ value: key, title: name(key) }))
    .sort((a, b) => a.title.localeCompare(b.title)),
)
const lotOf = (i: number) => {
  const id = props.view.panel.samples[i]?.lotId
  return id ? fruit.lots.find((l) => l.id === id) : undefined
}
const nameOf = (i: number): string => props.view.panel.samples[i]?.name ?? ''
/** Of two drinks, what a cup of each costs; null where one is none, or something has no price. */
const cups = computed(() => {
  const costs = props.view.panel.samples.map(({ versionId }) => {
    const evaluation = versionId ? fruit.versionOf(versionId)?.evaluation : undefined
    return (evaluation && drinks.costOf(evaluation.document, evaluation)?.total?.value) ?? null
  })
  return costs.length === 2 && costs.every((c) => c !== null) ? costs : null
})
/** What it is used as: as the lot that was poured says, at first. */
const key = ref<string | null>(
  [0, 1].map(lotOf).find((l) => l?.itemKind === 'ingredient' && items.value.some((x) => x.value === l.itemKey))
    ?.itemKey ?? null,
)
/** g in a mL of it; as of water where nobody knows. */
const gPerMl = computed(() => {
  const data = key.value === null ? undefined : catalogue.dataOf(key.value)
  return (data && gramsOf(1, 'mL', data)) ?? 1
})
const FIELDS = ['from', 'to'] as const
const perL = useAmounts(FIELDS)
/** What its lot cost, to be typed over. */
watch(
  gPerMl,
  (of) => {
    for (const [i, f] of FIELDS.entries()) {
      const lot = lotOf(i)
      const known = lot && perL.text[f] === '' ? perLitreOf({ ...lot, cost: lot.cost ?? null }, of) : null
      if (known !== null && known !== undefined) perL.text[f] = typed(known, '1', 2)
    }
  },
  { immediate: true },
)
const isAsked = computed(() => key.value !== null && perL.number.from !== null && perL.number.to !== null)
const rows = computed(() => {
  const { from, to } = perL.number
  if (key.value === null || from === null || to === null) return []
  return menu.value
    .flatMap((d) => {
      const saved = savedPerCup(d.evaluation, key.value!, from, to, gPerMl.value)
      return saved === null ? [] : [{ ...d, saved }]
    })
    .sort((a, b) => Math.abs(b.saved) - Math.abs(a.saved))
})
</script>

<template>
  <section v-if="session.isOwner" class="sheet stack no-print" data-test="saving">
    <h2>{{ t('taste.saving.title') }}</h2>
    <p v-if="cups" data-test="saved-cup">
      {{ t('taste.saving.cups', { a: money(cups[0]!), b: money(cups[1]!), from: nameOf(0), to: nameOf(1) }) }}
    </p>
    <p class="small quiet">{{ t('taste.saving.why') }}</p>
    <v-autocomplete v-model="key" :items="items" :label="t('taste.saving.as')" hide-details data-test="saving-as" />
    <FieldAmountField
      v-for="(f, i) in FIELDS"
      :key="f"
      v-bind="perL.bind(f)"
      :label="t('taste.saving.perL', { name: nameOf(i) })"
      unit="money"
      paid
      :test="`saving-${i}`"
    />
    <table v-if="rows.length" class="rows">
      <thead>
        <tr>
          <th>{{ t('taste.saving.drink') }}</th>
          <th class="r">{{ t('taste.saving.cup', { from: nameOf(0), to: nameOf(1) }) }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in rows" :key="r.id" data-test="saved">
          <td>{{ r.name }}</td>
          <td class="r num">
            {{
              r.saved < 0
                ? t('taste.saving.more', { money: money(-r.saved) })
                : t('taste.saving.saves', { money: money(r.saved) })
            }}
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else-if="isAsked" class="small">{{ t('taste.saving.none') }}</p>
  </section>
</template>
