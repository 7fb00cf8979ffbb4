<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { isPoured, itemKey, type ItemRef } from '#core/recipe'
import { standing } from '#core/batch'
import type { BatchInHand } from '~/composables/useBatch'
import { useAmounts } from '~/forms/useAmounts'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'

// A pot that is made as always: each thing is weighed as it goes in, or its bag, jar or bunch before and after.
const props = defineProps<{ hand: BatchInHand }>()
const emit = defineEmits<{ end: [] }>()
const { t } = useI18n({ useScope: 'global' })
const { amount, name } = useFormat()
const catalogue = useCatalogue()
const drinks = useDrinks()
const lots = useLotsOf()
const item = ref<string | null>(null)
const way = ref<'in' | 'before'>('in')
const { number, text, bind } = useAmounts(['grams', 'before', 'after'])
const choices = computed(() =>
  [
    ...catalogue.ingredients
      .filter((i) => isPoured(i.kind) || ['herb', 'spice', 'leaf', 'root', 'fruit'].includes(i.kind))
      .map((i) => i.key),
    ...drinks.preps.filter((p) => p.standard).map((p) => `prep:${p.id}`),
  ]
    .map((value) => ({ value, title: name(value) }))
    .sort((a, b) => a.title.localeCompare(b.title)),
)
const grams = computed(() => {
  if (way.value === 'in') return number.grams
  return number.before === null || number.after === null ? null : number.before - number.after
})
const said = computed(() =>
  way.value === 'before' && grams.value !== null && grams.value <= 0 ? t('make.afterMore') : '',
)
/** What went in last; all of it is in what happened. */
const SHOWN = 12
const inIt = computed(() =>
  standing(props.hand.view.value?.run.events ?? []).flatMap((e) => (e.kind === 'added' ? [e] : [])),
)
async function add(): Promise<void> {
  const g = grams.value
  if (!item.value || g === null || g <= 0) return
  const of: ItemRef = item.value.startsWith('prep:') ? { prep: item.value.slice(5) } : { ingredient: item.value }
  const isTold = await props.hand.tell(
    lots
      .outOf(item.value, g)
      .map(({ lotId, amount: value }) => ({
        kind: 'added' as const,
        to: 'pot',
        item: of,
        amount: { value, unit: 'g' as const },
        lotId,
        ...lots.isAs(lotId),
        why: null,
      })),
  )
  if (!isTold) return
  item.value = null
  for (const field of ['grams', 'before', 'after'] as const) text[field] = ''
}
</script>

<template>
  <form class="sheet stack" novalidate data-test="unplanned" @submit.prevent="add">
    <h2>{{ t('make.goesIn') }}</h2>
    <v-autocomplete v-model="item" :items="choices" :label="t('make.what')" data-test="unplanned-item" />
    <FieldChoice
      :model-value="way"
      :label="t('make.weighedHow')"
      :items="[
        { value: 'in', title: t('make.weighedIn') },
        { value: 'before', title: t('make.weighedBefore') },
      ]"
      test="unplanned-way"
      @update:model-value="way = $event!"
    />
    <FieldAmountField
      v-if="way === 'in'"
      v-bind="bind('grams')"
      :label="t('make.grams')"
      unit="g"
      device
      test="unplanned-grams"
    />
    <div v-else class="two">
      <FieldAmountField v-bind="bind('before')" :label="t('make.before')" unit="g" device test="unplanned-before" />
      <FieldAmountField v-bind="bind('after')" :label="t('make.after')" unit="g" device test="unplanned-after" />
    </div>
    <p v-if="way === 'before' && grams !== null && grams > 0" class="num">{{ amount(grams, 'g', 0) }}</p>
    <p v-if="said" class="caution" role="alert">{{ said }}</p>
    <v-btn
      type="submit"
      color="primary"
      height="84"
      :disabled="!item || grams === null || grams <= 0 || hand.busy.value"
      data-test="unplanned-add"
      >{{ t('make.isIn') }}</v-btn
    >
    <p v-if="inIt.length > SHOWN" class="small quiet">{{ t('make.beforeThat', { n: inIt.length - SHOWN }) }}</p>
    <ol v-if="inIt.length" class="in-it" :start="Math.max(0, inIt.length - SHOWN) + 1">
      <li v-for="e in inIt.slice(-SHOWN)" :key="e.id">
        <span class="num">{{ amount(e.amount.value, 'g', 0) }}</span> {{ name(itemKey(e.item)) }}
      </li>
    </ol>
    <v-btn height="72" data-test="unplanned-end" @click="emit('end')">{{
      t(inIt.length ? 'make.thatIsAll' : 'make.endNow')
    }}</v-btn>
  </form>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
.in-it {
  margin: 0;
  padding-left: 22px;
  display: grid;
  gap: 4px;
}
</style>
