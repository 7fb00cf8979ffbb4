<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { ToBegin } from '~/composables/useBegin'
import type { DueBatch } from '~/composables/useTodaysBatches'
import { usePlan } from '~/stores/plan'

// Something that the plan asks for: as a vessel to scale, with when it begins; begun by a touch.
const props = defineProps<{ row: DueBatch; isNext: boolean; scaleMl: number }>()
const emit = defineEmits<{ begin: [of: ToBegin] }>()
const { t } = useI18n({ useScope: 'global' })
const { amount, time } = useFormat()
const plan = usePlan()
const { vesselOf } = useBegin()
const evaluation = computed(() => props.row.making.evaluation)
const litres = computed(() => amount(evaluation.value.jug.volume.value / 1000, 'L', 1))
const vessel = computed(() => vesselOf(evaluation.value))
const capacityMl = computed(() => vessel.value?.capacityMl ?? evaluation.value.jug.volume.value)
const isMade = computed(() => props.row.view !== null)
const canBegin = computed(() => !!props.row.recipe.standard)
function begin(): void {
  const { recipe, making } = props.row
  emit('begin', { recipe, name: recipe.name, evaluation: evaluation.value, day: plan.today, making: making.id })
}
</script>

<template>
  <li class="sheet card" data-test="due" :data-making="row.making.id" :class="{ made: isMade }">
    <MakeVessel
      :capacity-ml="capacityMl"
      :pot="evaluation"
      :planned-ml="0"
      :scale-ml="Math.max(scaleMl, capacityMl)"
      :label="t('make.vesselLabel', { name: row.recipe.name, ml: litres, of: amount(capacityMl / 1000, 'L', 1) })"
    />
    <div class="what">
      <b>{{ row.recipe.name }}</b>
      <span
        ><span class="num">{{ litres }}</span
        ><span v-if="vessel" class="small quiet"> · {{ vessel.name }}</span></span
      >
      <span v-if="row.startsAt && !isMade" class="small">{{ t('make.startsAt', { time: time(row.startsAt) }) }}</span>
      <NuxtLink v-if="row.view" :to="`/make/${row.view.run.id}`" class="small" data-test="made">{{
        t('make.madeAt', { time: time(row.view.made?.at ?? row.view.run.at) })
      }}</NuxtLink>
      <span v-else-if="!canBegin" class="small quiet">{{ t('make.unsigned') }}</span>
      <v-btn
        v-else
        :color="isNext ? 'primary' : undefined"
        height="56"
        :data-test="`begin-${row.making.id}`"
        @click="begin"
        >{{ t('make.begin') }}</v-btn
      >
    </div>
  </li>
</template>

<style scoped>
.card {
  display: grid;
  grid-template-columns: 110px minmax(0, 1fr);
  gap: 12px;
  align-items: end;
  padding: 14px;
}
.card :deep(svg) {
  width: 110px;
}
.what {
  display: grid;
  gap: 6px;
}
b {
  font: 700 18px/1.2 var(--head);
}
.made {
  opacity: 1;
  background: transparent;
  border: 1.5px solid var(--rule);
}
.made a {
  min-height: 44px;
  display: inline-flex;
  align-items: center;
}
</style>
