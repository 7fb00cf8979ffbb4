<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { CATALOGUE, EXAMPLES, RECIPE_OPS, type Op, type StepKind } from '#core/process'
import { insertStep, type RecipeDocument } from '#core/recipe'
import { useCatalogue } from '~/stores/catalogue'

// A step of the catalogue by its name, after the last; with what it takes, where it needs something beside the stream.
const emit = defineEmits<{ add: [make: (doc: RecipeDocument) => RecipeDocument] }>()
const { t } = useI18n({ useScope: 'global' })
const { name } = useFormat()
const catalogue = useCatalogue()

/** Steps that a prep can have; what is done to a cup is a drink's. */
const OF_A_CUP: readonly Op[] = ['iceInCup', 'iceInDispenser', 'topUp', 'spoonPuree', 'garnish']
const ops = computed(() =>
  RECIPE_OPS.filter((op) => !OF_A_CUP.includes(op))
    .map((op) => ({ value: op, title: t(`step.${op}`) }))
    .sort((a, b) => a.title.localeCompare(b.title)),
)
const chosen = ref<Op | null>(null)
const second = ref<string | null>(null)
const needsSecond = computed(() => !!chosen.value && (CATALOGUE[chosen.value] as unknown as StepKind).inputs === 2)
const ingredients = computed(() =>
  catalogue.ingredients
    .map((i) => ({ value: i.key, title: name(i.key) }))
    .sort((a, b) => a.title.localeCompare(b.title)),
)
function add(): void {
  const op = chosen.value
  if (!op || (needsSecond.value && !second.value)) return
  const item = second.value
    ? { of: { ingredient: second.value }, amount: { value: 100, unit: 'g' as const } }
    : undefined
  emit('add', (doc) => insertStep(doc, doc.output, op, EXAMPLES[op].params, item))
  chosen.value = second.value = null
}
watch([chosen, second], add)
</script>

<template>
  <div class="two">
    <v-autocomplete
      v-model="chosen"
      :items="ops"
      :label="t('preps.addStep')"
      auto-select-first
      clearable
      data-test="add-step"
    />
    <v-autocomplete
      v-if="needsSecond"
      v-model="second"
      :items="ingredients"
      :label="t('preps.second')"
      auto-select-first
      data-test="add-second"
    />
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
@media (max-width: 700px) {
  .two {
    grid-template-columns: 1fr;
  }
}
</style>
