<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { VueDraggable } from 'vue-draggable-plus'
import { costOfSteps } from '#core/cost'
import type { ProcessLimit } from '#core/process'
import type { Evaluation } from '#core/recipe'
import { useDrinks } from '~/stores/drinks'

// The run of steps in order, to be dragged, moved by keys, and typed over where they stand.
const props = defineProps<{
  id: string
  run: ReturnType<typeof useRun>
  evaluation: Evaluation
  limit: ProcessLimit | null
  editable: boolean
}>()
const { t } = useI18n({ useScope: 'global' })
const drinks = useDrinks()
const rows = computed(() => props.run.rows.value)
const doneOf = computed(() => new Map(props.evaluation.done.map((d) => [d.step.out, d])))
/** What each step adds to the cost; for the owner, who alone has prices. */
const costs = computed(() =>
  drinks.priceBook ? costOfSteps(props.evaluation, drinks.priceBook, drinks.made.get(props.id)) : null,
)
</script>

<template>
  <div class="spread">
    <h2>{{ t('preps.steps') }}</h2>
    <v-btn v-if="run.before.value.length" size="small" height="44" data-test="undo" @click="run.undo()">{{
      t('preps.undo')
    }}</v-btn>
  </div>
  <p v-if="run.refused.value" class="caution" role="alert" data-test="refused">{{ run.refused.value }}</p>
  <DrinksLimitSentence v-if="limit" :limit="limit" />
  <VueDraggable
    :model-value="rows"
    tag="ol"
    class="run"
    handle=".grip"
    :disabled="!editable"
    :animation="150"
    @update:model-value="run.drag"
    @end="run.dropped"
  >
    <PrepsStepRow
      v-for="(s, i) in rows"
      :key="s.out"
      :step="s"
      :done="doneOf.get(s.out)"
      :cost="costs ? (costs.get(s.out) ?? null) : undefined"
      :number="i + 1"
      :is-first="i === 0"
      :is-last="i === rows.length - 1"
      :editable="editable"
      @change="run.set(s.out, $event)"
      @move="run.move(s.out, $event)"
      @remove="run.remove(s.out)"
      @add="(item, of) => run.add(s.out, item, of)"
      @split="run.split(s.out, $event, evaluation)"
    />
  </VueDraggable>
  <PrepsAddStep v-if="editable" @add="run.attempt" />
</template>

<style scoped>
.run {
  list-style: none;
  margin: 0;
  padding: 0;
}
</style>
