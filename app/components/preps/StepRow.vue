<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Figure } from '#core/figures'
import { CATALOGUE, type StepKind } from '#core/process'
import { itemKey, type Amount, type Evaluation, type ItemRef, type RecipeStep } from '#core/recipe'
import { fillOf } from '~/utils/colours'

// One step of the run: its numbers, to be typed over where they stand, and the stream before it and after.
const props = defineProps<{
  step: RecipeStep
  done: Evaluation['done'][number] | undefined
  /** what it adds to the cost; null where a price is missing, left out for whoever sees no prices */
  cost?: Figure | null
  number: number
  isFirst: boolean
  isLast: boolean
  editable: boolean
}>()
const emit = defineEmits<{
  change: [numbers: Record<string, unknown>]
  move: [by: -1 | 1]
  remove: []
  add: [item: ItemRef, amount: Amount]
  split: [loads: number]
}>()
const { t } = useI18n({ useScope: 'global' })
const { name } = useFormat()
const { ofCode } = useSentence()

const taken = computed(() => (props.step.op === 'take' ? props.step : null))
const making = computed(() => (props.step.op === 'take' ? null : props.step))
const kind = computed(() => (making.value ? (CATALOGUE[making.value.op] as unknown as StepKind) : null))
const called = computed(() => (props.step.op === 'take' ? name(itemKey(props.step.item)) : t(`step.${props.step.op}`)))
const fill = computed(() => fillOf(taken.value ? itemKey(taken.value.item) : props.step.out))
const all = ref(false)
const numbers = useTemplateRef<{ hasMore: boolean }>('numbers')
const hasChart = computed(() => ['cool', 'reduce', 'simmer'].includes(props.step.op))
const drawn = ref(false)
</script>

<template>
  <li class="step" :class="{ taken: !!taken }" :data-test="`step-${step.out}`" :data-op="step.op">
    <span
      class="no num"
      :class="{ grip: editable }"
      :title="editable ? t('preps.drag') : undefined"
      aria-hidden="true"
      >{{ number }}</span
    >
    <div class="what">
      <div class="name">
        <i v-if="taken" class="dot" :style="{ background: fill }" aria-hidden="true" /><b>{{ called }}</b>
        <span v-if="cost !== undefined" class="small quiet" data-test="step-cost"
          ><FigureButton v-if="cost" :figure="cost" :label="called" /><template v-else>{{
            t('preps.noPrice')
          }}</template></span
        >
        <PrepsStepTake
          v-if="taken"
          class="take"
          :step="taken"
          :called="called"
          :editable="editable"
          @change="emit('change', { amount: $event })"
        />
      </div>
      <PrepsStepNumbers
        v-if="making && kind"
        ref="numbers"
        :step="making"
        :kind="kind"
        :editable="editable"
        :all="all"
        @change="emit('change', $event)"
      />
      <PrepsStepParts v-if="done" :result="done.result" />
      <p v-for="f in done?.result.flags ?? []" :key="f.code" class="flag small" data-test="flag">
        {{ ofCode(f.code, f.numbers) }}
      </p>
      <p v-if="done?.result.cautions.length" class="caution small" data-test="step-caution">
        {{ done.result.cautions.map((c) => t(`stepCaution.${c}`)).join(' ') }}
      </p>
      <LazyPrepsStepChart v-if="drawn && done" :done="done" />
      <PrepsStepTools
        v-model:all="all"
        v-model:drawn="drawn"
        :out="step.out"
        :has-more="editable && !!numbers?.hasMore"
        :has-chart="hasChart && !!done"
        :takes-many="editable && kind?.inputs === 'many'"
        @add="(item, of) => emit('add', item, of)"
        @split="emit('split', $event)"
      />
    </div>
    <PrepsStepStream
      v-if="done"
      class="after"
      :inputs="done.inputs"
      :out="done.result.out"
      :name="step.out"
      :called="called"
    />
    <div v-if="editable" class="moves">
      <v-btn
        variant="text"
        :disabled="isFirst"
        :aria-label="t('preps.up', { step: called })"
        :data-test="`up-${step.out}`"
        @click="emit('move', -1)"
        >↑</v-btn
      >
      <v-btn
        variant="text"
        :disabled="isLast"
        :aria-label="t('preps.down', { step: called })"
        :data-test="`down-${step.out}`"
        @click="emit('move', 1)"
        >↓</v-btn
      >
      <v-btn
        variant="text"
        :aria-label="t('preps.remove', { step: called })"
        :data-test="`remove-${step.out}`"
        @click="emit('remove')"
        >✕</v-btn
      >
    </div>
  </li>
</template>

<style scoped>
.step {
  display: grid;
  grid-template-columns: 34px minmax(0, 1fr) auto 132px;
  gap: 2px 12px;
  padding: 10px 0;
  border-bottom: 1px solid var(--rule);
  align-items: start;
  background: var(--sheet);
}
.taken {
  padding: 4px 0;
}
.taken .what {
  grid-column: 2 / 4;
}
.no {
  font: 700 18px/44px var(--head);
  color: var(--quiet);
}
.grip {
  cursor: grab;
  background:
    radial-gradient(circle at 26px 16px, var(--rule) 2.5px, transparent 3px),
    radial-gradient(circle at 26px 24px, var(--rule) 2.5px, transparent 3px),
    radial-gradient(circle at 26px 32px, var(--rule) 2.5px, transparent 3px);
  touch-action: none;
}
.what {
  display: grid;
  gap: 8px;
}
.name {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 44px;
}
.name b {
  font-size: 17px;
}
.dot {
  width: 14px;
  height: 28px;
  border-radius: 4px;
  border: 2px solid var(--ink);
  flex: none;
}
.take {
  width: 150px;
  margin-left: auto;
}
.moves {
  grid-column: 4;
  grid-row: 1;
  display: flex;
}
.moves :deep(.v-btn) {
  min-width: 44px;
  padding: 0;
}
@media (max-width: 1100px) and (min-width: 701px) {
  .step {
    grid-template-columns: 34px minmax(0, 1fr) 132px;
  }
  .taken .what {
    grid-column: 2;
  }
  .after {
    grid-column: 2;
    grid-row: 2;
    justify-self: start;
  }
  .moves {
    grid-column: 3;
  }
}
@media (max-width: 700px) {
  .step {
    grid-template-columns: 30px minmax(0, 1fr) auto;
    gap: 4px 6px;
  }
  .what,
  .taken .what {
    grid-column: 2 / 4;
    grid-row: 1;
  }
  .after {
    grid-column: 2;
    grid-row: 2;
    justify-self: start;
  }
  .moves {
    grid-column: 3;
    grid-row: 2;
  }
  .take {
    width: 130px;
  }
}
</style>
