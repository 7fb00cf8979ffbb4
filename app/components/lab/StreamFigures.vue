<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { phEstimate, type Stream } from '#core/process'
import { isKnown, streamFigures, type NotKnown } from '#core/recipe'
import type { Figure } from '#core/figures'

// All that can be said of a stream; every number opens to its sum.
const props = defineProps<{ stream: Stream; name: string }>()
const { t } = useI18n()
const { n } = useFormat()
const { ofCode } = useSentence()
const figures = computed(() => streamFigures(props.stream, props.name))
const ph = computed(() => phEstimate(props.stream))

interface Row {
  name: string
  label: string
  figure: Figure | NotKnown
  digits: number
  shownAs?: string
  unit?: string
}
const rows = computed((): Row[] => {
  const f = figures.value
  const row = (name: string, label: string, figure: Figure | NotKnown | null, digits: number, more = {}): Row[] =>
    figure ? [{ name, label, figure, digits, ...more }] : []
  return [
    ...row('mass', t('figure.mass'), f.mass, 1),
    ...row('volume', t('figure.volume'), f.volume, 1),
    ...row('brix', t('figure.brix'), f.brix, 1),
    ...row('ta', t('figure.ta'), f.ta, 2),
    ...row('ratio', t('figure.ratio'), f.ratio, 1),
    ...row('sweetness', t('figure.sweetness'), f.sweetness, 1),
    ...row('ph', t('figure.ph'), f.ph, 1, {
      shownAs: t('lab.range', { low: n(ph.value.low, 1), high: n(ph.value.high, 1) }),
      unit: '',
    }),
    ...row('temp', t('figure.temperature'), f.temp, 1),
    ...row('boils', t('lab.boils'), f.boils, 1),
    ...row('freezes', t('lab.freezes'), f.freezes, 1),
    ...row('bitterness', t('figure.bitterness'), f.bitterness, 0),
  ]
})
</script>

<template>
  <div v-if="figures.mass.value > 0" class="stack" data-test="figures">
    <dl class="figures">
      <div v-for="row in rows" :key="row.name">
        <dt>{{ row.label }}</dt>
        <dd v-if="isKnown(row.figure)">
          <FigureButton :figure="row.figure" :digits="row.digits" :shown-as="row.shownAs" :unit="row.unit" />
        </dd>
        <dd v-else class="unknown quiet">{{ ofCode(row.figure.notKnown) }}</dd>
      </div>
    </dl>
    <p v-for="d in isKnown(figures.ph) ? ph.doubts : []" :key="d" class="small quiet">{{ ofCode(d) }}</p>
  </div>
</template>

<style scoped>
.figures {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(128px, 1fr));
  gap: 8px 14px;
  margin: 0;
}
dt {
  font-size: 13px;
  color: var(--quiet);
  line-height: 1.2;
}
dd {
  margin: 0;
  font-size: 18px;
}
.unknown {
  font-size: 14px;
  line-height: 1.3;
}
</style>
