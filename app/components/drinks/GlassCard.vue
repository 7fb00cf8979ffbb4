<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Cost } from '#core/cost'
import type { Evaluation, Layer } from '#core/recipe'
import type { Cup } from '#shared/contract'
import type { Lens } from './BigGlass.vue'
import { useDrinks } from '~/stores/drinks'
import { useSession } from '~/stores/session'

/** The glass to scale, what its layers show, and the sip. */
const props = defineProps<{
  evaluation: Evaluation
  cost: Cost | null
  cup: Cup | undefined
  iceG: number
  editable: boolean
}>()
const emit = defineEmits<{ drag: [layer: Layer, ml: number]; select: [stream: string] }>()
/** how far the drink is drunk, %: 0 is the first sip, 100 the last */
const sip = defineModel<number>('sip', { required: true })
const { t } = useI18n()
const { n, amount } = useFormat()
const drinks = useDrinks()
const session = useSession()

const LENSES: Lens[] = ['volume', 'sugar', 'acid', 'money']
const lens = ref<Lens>('volume')
const lenses = computed(() => LENSES.filter((l) => l !== 'money' || session.isOwner))
const sipNow = computed(() => props.evaluation.cup?.sipAt(sip.value / 100) ?? null)

/** Ice that floats, or that is blended in. */
const melts = computed(() => props.iceG > 0 || (props.evaluation.cup?.melted.value ?? 0) > 0)

function pressed(e: KeyboardEvent): void {
  if (isTyping(e.target) || e.ctrlKey || e.metaKey || e.altKey) return
  const l = lenses.value[Number(e.key) - 1]
  if (l) lens.value = l
}
onMounted(() => window.addEventListener('keydown', pressed))
onBeforeUnmount(() => window.removeEventListener('keydown', pressed))
</script>

<template>
  <section class="sheet">
    <v-tabs v-model="lens" class="lenses" hide-slider grow :aria-label="t('lens.label')">
      <v-tab v-for="(l, i) in lenses" :key="l" :value="l" :data-test="`lens-${l}`"
        >{{ t(`lens.${l}`) }} <small>{{ i + 1 }}</small></v-tab
      >
    </v-tabs>
    <DrinksBigGlass
      :evaluation="evaluation"
      :cost="cost"
      :lens="lens"
      :capacity-ml="cup?.capacityMl ?? 400"
      :fill-line-ml="cup?.fillLineMl ?? 380"
      :ice-g="iceG"
      :sip="sipNow"
      :editable="editable"
      @drag="(layer, ml) => emit('drag', layer, ml)"
      @select="emit('select', $event.stream)"
    />
    <div v-if="sipNow && melts" class="sip">
      <label for="sip" class="sr">{{ t('sip.slider') }}</label>
      <div class="row">
        <span class="quiet small">{{ t('sip.first') }}</span><input
          id="sip"
          v-model.number="sip"
          type="range"
          min="0"
          max="100"
          step="1"
          data-test="sip"
        /><span class="quiet small">{{ t('sip.last') }}</span>
      </div>
      <p class="small center">
        <FigureShown class="strong" :value="sipNow.melted.value" unit="g" /> {{ t('sip.gone') }} ·
        <b class="num">{{ n(sipNow.mix.brix.value, 1) }}</b> °Bx ·
        <FigureShown class="strong" :value="sipNow.mix.temp.value" unit="°C" :digits="1" />
      </p>
      <p class="small quiet center">
        {{ t('sip.leftOut', { min: n(drinks.sip.minutes), c: amount(drinks.sip.roomC, '°C', 0) }) }}
      </p>
    </div>
  </section>
</template>

<style scoped>
.strong {
  font-weight: 700;
}
.lenses {
  margin-bottom: 8px;
}
.lenses :deep(.v-slide-group__content) {
  gap: 6px;
}
.lenses :deep(.v-tab) {
  min-width: 0;
  min-height: 48px;
  padding: 0 6px;
  border-radius: 12px;
  background: var(--sand);
  color: var(--ink);
  font: 600 15px var(--text);
}
.lenses :deep(.v-tab .v-btn__content) {
  gap: 5px;
}
/* The framework colours the tab that is chosen by itself. */
.lenses :deep(.v-tab[aria-selected='true']) {
  background: var(--ink);
  color: var(--sheet) !important;
}
.lenses small {
  font-weight: 400;
  opacity: 0.75;
}
.sip input {
  flex: 1;
  accent-color: var(--ink);
  height: 48px;
  min-width: 0;
}
.center {
  text-align: center;
}
@media (max-width: 820px) {
  .lenses :deep(.v-tab) {
    font-size: 14px;
  }
}
</style>
