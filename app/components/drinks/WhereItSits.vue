<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { USUAL_ZONE, type Evaluation, type Family, type MixFigures } from '#core/recipe'

// Two axes, sugar to acid and strength, and the drink's path from the jug to the last sip: in the zone where drinks of
// its family usually are, and beside the stand's other drinks.
const props = defineProps<{
  evaluation: Evaluation
  family: Family
  others: readonly { name: string; jug: MixFigures }[]
  now?: MixFigures | null
}>()
const { t } = useI18n()
const { n, unit } = useFormat()

/**
 * Ranges drawn: kept lemonades span about 10 to 22 g of sugar to one of acid, 6 to 17 °Bx. Common practice, no source.
 */
const RATIO = { low: 4, high: 40 }
const BRIX = { low: 4, high: 20 }
const W = 270
const H = 190
// A ratio is felt in steps of multiplication: a log axis.
const xOf = (ratio: number): number =>
  Math.min(1, Math.max(0, Math.log(ratio / RATIO.low) / Math.log(RATIO.high / RATIO.low))) * W
const yOf = (brix: number): number => H - Math.min(1, Math.max(0, (brix - BRIX.low) / (BRIX.high - BRIX.low))) * H
const x = (m: MixFigures): number | null => (m.ratio ? xOf(m.ratio.value) : null)
const y = (m: MixFigures): number => yOf(m.brix.value)
const zone = computed(() => {
  const { ratio, brix } = USUAL_ZONE[props.family]
  const [left, top] = [xOf(ratio[0]), yOf(brix[1])]
  return { x: left, y: top, width: xOf(ratio[1]) - left, height: yOf(brix[0]) - top }
})
const beside = computed(() =>
  props.others.flatMap(({ name, jug }) => {
    const px = x(jug)
    return px === null ? [] : [{ name, x: px, y: y(jug) }]
  }),
)
const points = computed(() => {
  const { jug, cup } = props.evaluation
  const all = [
    { key: 'jug', m: jug, fill: '#15302B' },
    ...(cup ? [{ key: 'last', m: cup.lastSip, fill: '#BFDDE3' }] : []),
  ]
  return all.flatMap((p) => {
    const px = x(p.m)
    return px === null ? [] : [{ ...p, x: px, y: y(p.m) }]
  })
})
const current = computed(() => (props.now && x(props.now) !== null ? { x: x(props.now)!, y: y(props.now) } : null))
const xTicks = [5, 10, 20, 40]
const yTicks = [5, 10, 15, 20]
</script>

<template>
  <div class="stack" style="gap: 8px">
    <h2>{{ t('sits.title') }}</h2>
    <svg viewBox="-34 -8 318 238" class="map" role="img" :aria-label="t('sits.title')">
      <rect x="0" y="0" :width="W" :height="H" rx="8" fill="#F5F0E3" />
      <rect v-bind="zone" rx="8" fill="#E2A100" fill-opacity=".22" data-test="zone" />
      <circle v-for="o in beside" :key="o.name" :cx="o.x" :cy="o.y" r="5" fill="#566864" fill-opacity=".45">
        <title>{{ o.name }}</title>
      </circle>
      <g v-for="k in xTicks" :key="`x${k}`">
        <path :d="`M${(Math.log(k / RATIO.low) / Math.log(RATIO.high / RATIO.low)) * W} ${H}v5`" stroke="#566864" />
        <text :x="(Math.log(k / RATIO.low) / Math.log(RATIO.high / RATIO.low)) * W" :y="H + 18" text-anchor="middle">
          {{ k }}
        </text>
      </g>
      <g v-for="k in yTicks" :key="`y${k}`">
        <path :d="`M0 ${H - ((k - BRIX.low) / (BRIX.high - BRIX.low)) * H}h-5`" stroke="#566864" />
        <text x="-9" :y="H - ((k - BRIX.low) / (BRIX.high - BRIX.low)) * H + 4" text-anchor="end">{{ k }}</text>
      </g>
      <text x="6" :y="H - 8">{{ t('sits.sour') }}</text>
      <text :x="W - 6" :y="H - 8" text-anchor="end">{{ t('sits.sweet') }}</text>
      <text x="6" y="16">{{ t('sits.strong') }}</text>
      <text :x="W / 2" :y="H + 34" text-anchor="middle">{{ t('sits.ratio') }}</text>
      <polyline
        v-if="points.length > 1"
        :points="points.map((p) => `${p.x},${p.y}`).join(' ')"
        fill="none"
        stroke="#15302B"
        stroke-width="3"
      />
      <circle
        v-for="p in points"
        :key="p.key"
        :cx="p.x"
        :cy="p.y"
        r="7"
        :fill="p.fill"
        stroke="#15302B"
        stroke-width="3"
      >
        <title>{{ t(`sip.${p.key}`) }}</title>
      </circle>
      <circle v-if="current" :cx="current.x" :cy="current.y" r="5" fill="#E2A100" stroke="#15302B" stroke-width="2" />
    </svg>
    <table class="sips">
      <thead>
        <tr>
          <th class="sr">{{ t('sip.when') }}</th>
          <th>°Bx</th>
          <th>{{ t('sip.acid') }}</th>
          <th>{{ t('sip.ratio') }}</th>
          <th>{{ unit('°C') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="row in [
            ['jug', evaluation.jug],
            ...(evaluation.cup
              ? [
                  ['first', evaluation.cup.firstSip],
                  ['last', evaluation.cup.lastSip],
                ]
              : []),
          ] as [string, MixFigures][]"
          :key="row[0]"
          :data-test="`sip-${row[0]}`"
        >
          <th>{{ t(`sip.${row[0]}`) }}</th>
          <td><FigureButton :figure="row[1].brix" unit="" :label="t(`sip.${row[0]}`) + ' °Bx'" /></td>
          <td><FigureButton :figure="row[1].ta" unit="" :label="t(`sip.${row[0]}`) + ' ' + t('sip.acid')" /></td>
          <td>
            <FigureButton
              v-if="row[1].ratio"
              :figure="row[1].ratio"
              :digits="1"
              unit=""
              :label="t(`sip.${row[0]}`) + ' ' + t('sip.ratio')"
            /><span v-else>–</span>
          </td>
          <td>
            <FigureButton
              v-if="row[0] !== 'jug'"
              :figure="row[1].temp"
              :digits="0"
              unit=""
              :label="t(`sip.${row[0]}`) + ' °C'"
            />
          </td>
        </tr>
      </tbody>
    </table>
    <p class="small quiet key">
      <i class="zone" aria-hidden="true" /> {{ t('sits.zone', { family: t(`family.${family}`) })
      }}<template v-if="beside.length"> · <i class="dot" aria-hidden="true" /> {{ t('sits.others') }}</template>
    </p>
    <p class="small quiet">{{ t('sits.note') }} {{ n(evaluation.jug.sweetness.value, 1) }} g/100 mL.</p>
  </div>
</template>

<style scoped>
.key i {
  display: inline-block;
  width: 14px;
  height: 10px;
  border-radius: 3px;
  background: rgb(226 161 0 / 30%);
}
.key .dot {
  width: 10px;
  border-radius: 50%;
  background: rgb(86 104 100 / 45%);
}
.map {
  width: 100%;
  display: block;
  max-height: 250px;
}
text {
  font: 400 13px var(--text);
  fill: var(--quiet);
}
.sips {
  width: 100%;
  border-collapse: collapse;
  font-size: 15px;
}
.sips th {
  text-align: left;
  font-weight: 400;
  color: var(--quiet);
  font-size: 14px;
  padding: 3px 0;
}
.sips thead th,
.sips td {
  text-align: right;
  padding: 3px 0 3px 6px;
}
.sips thead th {
  font-size: 13px;
}
</style>
