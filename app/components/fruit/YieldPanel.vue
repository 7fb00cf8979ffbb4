<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { FruitYield, PressFigures } from '#core/yield'
import { useSession } from '~/stores/session'
import { fillOf } from '~/utils/colours'

// mL per kg of one press beside the fruit's mean and the handbook, as bars to one scale.
const props = defineProps<{ fruit: string; known?: FruitYield; press?: PressFigures | null; pressLabel?: string }>()
const { t } = useI18n()
const { amount } = useFormat()
const session = useSession()
const rows = computed(() => [
  ...(props.press?.yield
    ? [
        {
          key: 'press',
          label: props.pressLabel ?? t('yield.press'),
          figure: props.press.yield,
          guessed: props.press.guessed,
        },
      ]
    : []),
  ...(props.known?.mean
    ? [
        {
          key: 'mean',
          label: t('yield.mean', { n: props.known.count }, props.known.count),
          figure: props.known.mean,
          guessed: props.known.guessed > 0,
        },
      ]
    : []),
  ...(props.known
    ? [{ key: 'handbook', label: t('yield.handbook'), figure: props.known.handbook, guessed: false }]
    : []),
])
const most = computed(() => Math.max(...rows.value.map((r) => r.figure.value), 1) * 1.05)
</script>

<template>
  <div class="stack" style="gap: 10px">
    <div v-for="r in rows" :key="r.key" class="bar" :class="r.key">
      <div class="spread">
        <span>{{ r.label }}</span><FigureButton :guessed="r.guessed" :figure="r.figure" :label="r.label" />
      </div>
      <svg viewBox="0 0 100 10" preserveAspectRatio="none" aria-hidden="true">
        <rect
          x="0"
          y="0"
          :width="Math.min(100, (r.figure.value / most) * 100)"
          height="10"
          :fill="r.key === 'handbook' ? '#FFFDF8' : fillOf(fruit)"
          stroke="#15302B"
          stroke-width="2"
          vector-effect="non-scaling-stroke"
          :stroke-dasharray="r.key === 'handbook' ? '4 3' : undefined"
        />
      </svg>
    </div>
    <p v-if="known && known.spreadMlPerKg !== null" class="small quiet">
      {{ t('yield.spread', { ml: amount(known.spreadMlPerKg, 'mL/kg') }) }}
    </p>
    <p v-if="known && !known.mean" class="small quiet">{{ t('yield.none') }}</p>
    <template v-if="session.isOwner">
      <div v-if="press?.costPerL && !press.basePerL" class="spread">
        <span>{{ t('yield.costPress') }}</span><FigureButton :figure="press.costPerL" :label="t('yield.costPress')" />
      </div>
      <div v-if="press?.basePerL" class="spread" data-test="base-cost">
        <span>{{ t('yield.costBase') }}</span><FigureButton :figure="press.basePerL" :label="t('yield.costBase')" />
      </div>
      <div v-if="press?.marketPerL" class="spread">
        <span>{{ t('yield.market') }}</span><FigureButton :figure="press.marketPerL" :label="t('yield.market')" />
      </div>
      <div v-if="known?.costPerL" class="spread">
        <span>{{ t('yield.costMean') }}</span><FigureButton
          :guessed="known.guessed > 0"
          :figure="known.costPerL"
          :label="t('yield.costMean')"
        />
      </div>
    </template>
    <div v-if="press?.edibleShare" class="spread">
      <span>{{ t('yield.edible') }}</span><FigureButton
        :figure="press.edibleShare"
        :digits="2"
        :label="t('yield.edible')"
      />
    </div>
    <div v-if="press?.minutesPerL" class="spread">
      <span>{{ t('yield.minutes') }}</span><FigureButton :figure="press.minutesPerL" :label="t('yield.minutes')" />
    </div>
  </div>
</template>

<style scoped>
.bar svg {
  width: 100%;
  height: 15px;
  display: block;
  overflow: visible;
  margin-top: 3px;
}
</style>
