<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { massG, type StepKind } from '#core/process'
import type { StepTrial, StepTried } from '~/composables/useStepTrial'

// What came of a step: where the mass went, its figures, how long it takes, and what has to be minded.
const props = defineProps<{ kind: StepKind; tried: StepTried; expected: StepTrial['expected']['value'] }>()
const { t } = useI18n()
const { n, name, amount } = useFormat()
const { ofCode } = useSentence()
/** Minutes as one says them: hours from four on. */
const LONG_MIN = 240
const unitOf = (min: number): string => (min >= LONG_MIN ? 'h' : 'min')
const amountOf = (min: number, inUnitOf: number): string =>
  inUnitOf >= LONG_MIN ? n(min / 60, min % 60 ? 1 : 0) : n(min, min < 10 ? 1 : 0)
const lasting = (min: number): string => `${amountOf(min, min)} ${unitOf(min)}`
/** Beneath it there is nothing to draw, g. */
const LEAST_G = 0.0005
const boxes = computed(() => {
  const { out, byProducts, losses } = props.tried.result
  return [
    { key: 'out', kind: 'out', g: massG(out), label: t('lab.out') },
    ...byProducts.map((b) => ({ key: b.name, kind: 'by', g: massG(b.stream), label: t(`part.${b.name}`) })),
    ...losses.map((b) => ({ key: b.name, kind: 'loss', g: massG(b.stream), label: t(`part.${b.name}`) })),
  ].filter((b) => b.g > LEAST_G)
})
</script>

<template>
  <div class="stack">
    <div class="flow" role="img" :aria-label="boxes.map((b) => `${b.label} ${amount(b.g, 'g', 1)}`).join(', ')">
      <i v-for="b in boxes" :key="b.key" :class="b.kind" :style="{ flexGrow: Math.max(b.g, boxes[0]!.g / 60) }" />
    </div>
    <p class="legend">
      <span v-for="b in boxes" :key="b.key"
        ><i :class="b.kind" />{{ b.label }}
        <FigureShown class="strong" :value="b.g" unit="g" :digits="b.g < 10 ? 2 : 0"
      /></span>
    </p>
    <LabStreamFigures :stream="tried.result.out" :name="t('lab.out')" />
    <dl v-if="expected" class="own" data-test="expected">
      <dt>
        {{ t('figure.juice-to-expect', { name: name(expected.fruit) }) }}:
        {{
          expected.known.count
            ? t('lab.measuredHere', { n: expected.known.count }, expected.known.count)
            : t('yield.handbook')
        }}
      </dt>
      <dd><FigureButton :figure="expected.figure" :digits="0" /></dd>
    </dl>
    <dl v-if="tried.figures.length" class="own">
      <template v-for="f in tried.figures" :key="f.label"
        ><dt>{{ t(`figure.${f.label}`) }}</dt>
        <dd><FigureButton :figure="f" :digits="Math.abs(f.value) >= 100 ? 0 : 2" /></dd
      ></template>
    </dl>
    <p class="facts">
      <span
        >{{ t('lab.hands') }} <b class="num">{{ n(tried.result.handMin, 1) }}</b> min</span
      >
      <span
        >{{ t('lab.waits') }} <b class="num">{{ amountOf(tried.result.waitMin, tried.result.waitMin) }}</b>
        {{ unitOf(tried.result.waitMin) }}</span
      >
      <span v-if="tried.result.energyKj > 0"
        >{{ t('lab.energy') }} <b class="num">{{ n(tried.result.energyKj / 3600, 2) }}</b> kWh</span
      >
      <span v-if="kind.holds.length">{{ t('lab.busy') }} {{ kind.holds.map((h) => t(`holds.${h}`)).join(', ') }}</span>
    </p>
    <p class="small">
      <b>{{ t('lab.done') }}</b> {{ t(`endSign.${kind.endSign}`) }}
      <span v-if="tried.window" class="quiet">{{
        t('lab.window', { from: amountOf(tried.window[0], tried.window[1]), to: lasting(tried.window[1]) })
      }}</span>
    </p>
    <p v-for="f in tried.result.flags" :key="f.code" class="flag" data-test="flag">
      {{ ofCode(f.code, f.numbers) }}
    </p>
    <p v-if="tried.result.cautions.length" class="caution" data-test="cautions">
      {{ tried.result.cautions.map((c) => t(`stepCaution.${c}`)).join(' ') }}
    </p>
    <p v-if="tried.tcs" class="small quiet" data-test="tcs">
      {{ t(`tcs.${tried.tcs.verdict}`, { limit: n(tried.tcs.limitPh, 1) }) }}
    </p>
  </div>
</template>

<style scoped>
.flow {
  display: flex;
  height: 44px;
  border: 2.5px solid var(--ink);
  border-radius: 8px;
  overflow: hidden;
}
.flow i {
  flex-basis: 0;
}
.flow i + i {
  border-left: 2.5px solid var(--ink);
}
.out {
  background: var(--fill);
}
.by {
  background: repeating-linear-gradient(45deg, var(--fill) 0 5px, var(--sheet) 5px 9px);
}
.loss {
  background: var(--ink);
}
.legend,
.facts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  font-size: 14.5px;
}
.legend i {
  display: inline-block;
  width: 13px;
  height: 13px;
  border: 2px solid var(--ink);
  border-radius: 3px;
  margin-right: 6px;
  vertical-align: -2px;
}
.own {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 2px 14px;
  margin: 0;
  border-top: 1px solid var(--rule);
  padding-top: 8px;
}
.own dt,
.own dd {
  margin: 0;
  min-height: 34px;
  display: flex;
  align-items: center;
}
.flag {
  background: #fbf1d0;
  border-radius: 12px;
  padding: 10px 14px;
  font-size: 14.5px;
}
</style>
