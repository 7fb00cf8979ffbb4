<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Observed } from '#core/process'
import { useCatalogue } from '~/stores/catalogue'
import { useFruit } from '~/stores/fruit'

// What is read of juices today, each by its °Bx and its acid; what was read when it was pressed last is one touch.
const props = defineProps<{ keys: readonly string[]; test: string }>()
const emit = defineEmits<{ read: [readings: Readonly<Record<string, Observed>>] }>()
const { t } = useI18n({ useScope: 'global' })
const { amount, day, n, name, typed } = useFormat()
const catalogue = useCatalogue()
const fruit = useFruit()
const text = reactive<Record<string, { brix: string; ta: string }>>({})
const number = reactive<Record<string, Observed>>({})
watch(
  () => props.keys,
  (keys) => {
    for (const key of keys) {
      text[key] ??= { brix: '', ta: '' }
      number[key] ??= {}
    }
  },
  { immediate: true },
)
/** The last press of each juice that somebody read. */
const lastRead = computed(
  () =>
    new Map(
      props.keys.flatMap((key) => {
        const press = fruit.presses.find(
          (p) => p.ingredientKey === catalogue.fruitOf(key) && !p.base && (p.seen?.brix != null || p.seen?.ta != null),
        )
        return press?.seen ? [[key, { ...press.seen, at: press.at }] as const] : []
      }),
    ),
)
function asRead(key: string): string {
  const { brix, ta, at } = lastRead.value.get(key)!
  const read = [brix === null ? '' : amount(brix, '°Bx', 1), ta === null ? '' : `${n(ta, 2)} g/100 mL`]
  return t('today.use', { day: day(at), what: read.filter(Boolean).join(', ') })
}
function use(key: string): void {
  const { brix, ta } = lastRead.value.get(key)!
  text[key] = { brix: typed(brix, '1', 1), ta: typed(ta, '1', 2) }
}
function set(key: string, of: keyof Observed, v: number | null): void {
  const { [of]: _, ...rest } = number[key] ?? {}
  number[key] = v === null ? rest : { ...rest, [of]: v }
  // What is no juice of the drink any more, weighed in meanwhile, is not read.
  emit('read', Object.fromEntries(props.keys.map((k) => [k, number[k] ?? {}])))
}
</script>

<template>
  <div v-for="key in keys" :key="key" class="juice">
    <b>{{ name(key) }}</b>
    <FieldAmountField
      v-model="text[key]!.brix"
      :label="t('target.brix')"
      unit="°Bx"
      device
      :test="`${test}-brix-${key}`"
      @number="set(key, 'brix', $event)"
    />
    <FieldAmountField
      v-model="text[key]!.ta"
      :label="t('target.ta')"
      unit="g/100 mL"
      metric
      :test="`${test}-ta-${key}`"
      @number="set(key, 'ta', $event)"
    />
    <v-btn v-if="lastRead.has(key)" class="use" height="56" :data-test="`${test}-use-${key}`" @click="use(key)">{{
      asRead(key)
    }}</v-btn>
  </div>
</template>

<style scoped>
.juice {
  display: grid;
  grid-template-columns: minmax(110px, 1fr) 130px 160px;
  gap: 10px;
  align-items: center;
}
.use {
  grid-column: 1 / -1;
  justify-self: start;
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
