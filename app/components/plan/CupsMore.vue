<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { PlanLineForm } from '~/composables/usePlanLine'
import type { Recipe } from '#shared/contract'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'

// Other sizes of a drink on its line, and how many are expected: with a spread, how many to make.
const props = defineProps<{ recipe: Recipe; form: PlanLineForm }>()
const emit = defineEmits<{ make: [cups: number] }>()
const { t } = useI18n()
const drinks = useDrinks()
const catalogue = useCatalogue()
const { base, now, faults } = props.form
const sizes = computed(() => drinks.served(props.recipe).document.serve?.sizes ?? [])
const cupName = (id: string): string => catalogue.cups.find((c) => c.id === id)?.name ?? ''
const planned = (cupId: string): number => now.value.sizes.find((s) => s.cupId === cupId)?.cups ?? 0

const ofNumber = (v: number | null | undefined): string => (v ? String(v) : '')
const typed = reactive<Record<string, { text: string; number: number | null; asRead: string }>>({})
const fields = computed(() => [
  ...sizes.value.map((s) => ({ field: `size-${s.cupId}`, was: planned(s.cupId) })),
  { field: 'expected', was: now.value.expected },
  { field: 'spread', was: now.value.spread },
])
/** What came from elsewhere is shown where nobody is typing. */
watch(
  fields,
  (all) => {
    for (const { field, was } of all) {
      const [there, asRead] = [typed[field], ofNumber(was)]
      if (!there || there.text === there.asRead) typed[field] = { text: asRead, number: was || null, asRead }
      else there.asRead = asRead
    }
  },
  { immediate: true },
)
async function save(field: string): Promise<void> {
  const { text, number } = typed[field]!
  const value = text.trim() === '' ? 0 : number
  const was = fields.value.find((f) => f.field === field)?.was ?? 0
  if (value === null || value === was) return
  // What is expected is put down with the line: it begins as so many to make.
  if (field === 'expected') await props.form.put({ expected: value || null, ...(base.value ? {} : { cups: value }) })
  else if (field === 'spread') await props.form.put({ spread: value || null })
  else await props.form.put({ sizes: withSize(field.slice('size-'.length), value) })
}
const withSize = (cupId: string, cups: number) => [
  ...now.value.sizes.filter((s) => s.cupId !== cupId),
  ...(cups ? [{ cupId, cups }] : []),
]
</script>

<template>
  <div class="stack">
    <div class="fields">
      <FieldAmountField
        v-for="s in sizes"
        :key="s.cupId"
        v-model="typed[`size-${s.cupId}`]!.text"
        :label="t('plan.inCup', { cup: cupName(s.cupId) })"
        dense
        :unit="t('plan.cups')"
        :error="faults[`size-${s.cupId}`]"
        :test="`size-${cupName(s.cupId)}`"
        @number="typed[`size-${s.cupId}`]!.number = $event"
        @done="save(`size-${s.cupId}`)"
      />
      <FieldAmountField
        v-model="typed.expected!.text"
        :label="t('plan.expected')"
        dense
        :unit="t('plan.cups')"
        :error="faults.expected"
        test="expected"
        @number="typed.expected!.number = $event"
        @done="save('expected')"
      />
      <FieldAmountField
        v-model="typed.spread!.text"
        :label="t('plan.spread')"
        dense
        :unit="t('plan.cups')"
        :error="faults.spread"
        test="spread"
        @number="typed.spread!.number = $event"
        @done="save('spread')"
      />
    </div>
    <PlanForecast
      :recipe-id="recipe.id"
      :expected="now.expected"
      :spread="now.spread"
      @take="(expected, spread) => form.put({ expected, spread, ...(base ? {} : { cups: expected }) })"
    />
    <PlanHowMany
      v-if="now.expected && now.spread"
      :recipe="recipe"
      :expected="now.expected"
      :spread="now.spread"
      :cups="now.cups"
      @make="emit('make', $event)"
    />
  </div>
</template>

<style scoped>
.fields {
  margin-top: 10px;
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 8px;
  align-items: start;
}
</style>
