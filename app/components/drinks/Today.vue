<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { contextOfToday } from '#core/balance'
import { ProcessLimit, type Observed } from '#core/process'
import type { Evaluation, RecipeContext } from '#core/recipe'
import type { Press } from '#shared/contract'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'
import { useFruit } from '~/stores/fruit'

// What was read of today's juice: from it juice, sweetener and water are worked out anew, for the same drink.
const props = defineProps<{ evaluation: Evaluation }>()
const emit = defineEmits<{ read: [context: RecipeContext] }>()
const { t } = useI18n()
const { name, n, day } = useFormat()
const catalogue = useCatalogue()
const drinks = useDrinks()
const fruit = useFruit()
const { ofLimit } = useSentence()

const KINDS = ['juice', 'base', 'concentrate']
const juices = computed(() =>
  props.evaluation.layers.filter(
    (l) => l.item && 'ingredient' in l.item && KINDS.includes(catalogue.byKey.get(l.key)?.kind ?? ''),
  ),
)
const text = reactive<Record<string, { brix: string; ta: string }>>({})
const number = reactive<Record<string, Observed>>({})
/** Whether anything of it was read. */
const isOf = (seen: Press['seen']): boolean => !!seen && (seen.brix !== null || seen.ta !== null)
/** The last press of each juice that somebody read. */
const lastRead = computed(
  () =>
    new Map(
      juices.value.flatMap((l) => {
        const press = fruit.presses.find((p) => p.ingredientKey === catalogue.fruitOf(l.key) && !p.base && isOf(p.seen))
        return press ? [[l.key, press] as const] : []
      }),
    ),
)
watch(
  juices,
  (all) => {
    for (const { key } of all) {
      text[key] ??= { brix: '', ta: '' }
      number[key] ??= {}
    }
  },
  { immediate: true },
)
function use(key: string): void {
  const seen = lastRead.value.get(key)!.seen!
  text[key] = { brix: seen.brix === null ? '' : n(seen.brix, 1), ta: seen.ta === null ? '' : n(seen.ta, 2) }
}
const said = ref('')
function set(key: string, of: keyof Observed, v: number | null): void {
  const { [of]: _, ...rest } = number[key] ?? {}
  number[key] = v === null ? rest : { ...rest, [of]: v }
}
function work(): void {
  said.value = ''
  try {
    const context = contextOfToday(drinks.context, number)
    for (const { key } of juices.value) context.ingredient(key)
    emit('read', context)
  } catch (e) {
    if (!(e instanceof ProcessLimit)) throw e
    said.value = ofLimit(e)
  }
}
const isRead = computed(() => Object.values(number).some((o) => o.brix !== undefined || o.ta !== undefined))
</script>

<template>
  <FieldMore v-if="juices.length" :label="t('today.title')" test="today">
    <p class="small quiet">{{ t('today.why') }}</p>
    <div v-for="l in juices" :key="l.key" class="juice">
      <b>{{ name(l.key) }}</b>
      <FieldAmountField
        v-model="text[l.key]!.brix"
        :label="t('target.brix')"
        unit="°Bx"
        device
        :test="`today-brix-${l.key}`"
        @number="set(l.key, 'brix', $event)"
      />
      <FieldAmountField
        v-model="text[l.key]!.ta"
        :label="t('target.ta')"
        unit="g/100 mL"
        metric
        :test="`today-ta-${l.key}`"
        @number="set(l.key, 'ta', $event)"
      />
      <v-btn
        v-if="lastRead.has(l.key)"
        size="small"
        height="44"
        :data-test="`today-use-${l.key}`"
        @click="use(l.key)"
        >{{ t('today.use', { day: day(lastRead.get(l.key)!.at) }) }}</v-btn
      >
    </div>
    <p v-if="said" class="caution" role="alert">{{ said }}</p>
    <v-btn :disabled="!isRead" data-test="today-work" @click="work">{{ t('today.work') }}</v-btn>
  </FieldMore>
</template>

<style scoped>
.juice {
  display: grid;
  grid-template-columns: minmax(110px, 1fr) 120px 150px auto;
  gap: 10px;
  align-items: center;
}
@media (max-width: 700px) {
  .juice {
    grid-template-columns: 1fr 1fr;
  }
  .juice > b {
    grid-column: 1 / -1;
  }
}
</style>
