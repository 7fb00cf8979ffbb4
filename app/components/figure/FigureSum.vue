<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Figure } from '#core/figures'
import { shownUnit } from '#core/units/system'
import { useExplain } from '~/stores/explain'
import { useSession } from '~/stores/session'

// The open sum: what it is, the line that made it, and each part, which opens in turn.
const explain = useExplain()
const session = useSession()
const { t, te } = useI18n()
const { n, name, amount, keptUnit, day } = useFormat()
const figure = computed(() => explain.trail.at(-1))
const parts = computed(() => (figure.value?.args ?? []).filter((a) => !(figure.value!.op === 'sum' && a.value === 0)))

/** Sums are in g, mL and °C, wherever the stand is; what they come to is also said in its own units. */
const isOtherwise = computed(
  () => !!figure.value && shownUnit(figure.value.unit, session.units).unit !== figure.value.unit,
)
/** Enough digits to follow the sum by hand. */
function precise(f: Figure): string {
  const size = Math.abs(f.value)
  const rounded = Number(f.value.toFixed(size >= 100 ? 1 : size >= 1 ? 3 : 5))
  return n(rounded, (String(rounded).split('.')[1] ?? '').length)
}
function labelOf(f: Figure): string {
  const params = {
    ...f.params,
    name: f.params?.name === undefined ? '' : name(String(f.params.name)),
    when: f.params?.when ? day(String(f.params.when)) : '',
    since: f.params?.since ? day(String(f.params.since)) : '',
  }
  const key = `figure.${f.label}`
  return te(key) ? t(key, params) : t('figure.unnamed')
}
const SIGN: Record<string, string> = { sum: '+', difference: '−', product: '×', quotient: '÷' }
const signOf = (f: Figure): string => (typeof f.op === 'string' ? (SIGN[f.op] ?? '') : '')
const sourceOf = (f: Figure): string => (f.source ? (te(f.source) ? t(f.source, { ...f.params }) : f.source) : '')
const formulaOf = (f: Figure): string => (typeof f.op === 'object' ? t(`formula.${f.op.call}`) : '')
</script>

<template>
  <v-dialog
    :model-value="!!figure"
    max-width="620"
    scrollable
    :aria-label="figure ? labelOf(figure) : undefined"
    @update:model-value="explain.close()"
  >
    <v-card v-if="figure" class="sum" data-test="sum">
      <div class="spread">
        <h2>{{ labelOf(figure) }}</h2>
        <v-btn variant="text" :aria-label="t('do.close')" @click="explain.close()">✕</v-btn>
      </div>
      <p class="total">
        <span class="num" data-test="sum-value">{{ precise(figure) }}</span>{{ ' ' }}
        <span class="unit">{{ keptUnit(figure.unit) }}</span>
        <span v-if="isOtherwise" class="basis" data-test="sum-shown">= {{ amount(figure.value, figure.unit) }}</span>
        <span class="basis">{{ t(`basis.${figure.basis}`) }}</span>
      </p>
      <p v-if="formulaOf(figure)" class="small formula">{{ formulaOf(figure) }}</p>
      <p v-if="figure.op === 'given'" class="small">{{ sourceOf(figure) }}</p>
      <ol v-else class="parts">
        <li v-for="(part, i) in parts" :key="i">
          <component
            :is="part.op === 'given' ? 'div' : 'button'"
            class="part"
            :type="part.op === 'given' ? undefined : 'button'"
            @click="part.op === 'given' ? undefined : explain.into(part)"
          >
            <span class="sign">{{ i ? signOf(figure) : '' }}</span>
            <span class="what"
              >{{ labelOf(part) }}<small v-if="part.op === 'given' && sourceOf(part)">{{ sourceOf(part) }}</small></span
            >
            <span class="num">{{ precise(part) }}</span><span class="unit">{{ keptUnit(part.unit) }}</span>
            <span class="more" aria-hidden="true">{{ part.op === 'given' ? '' : '›' }}</span>
          </component>
        </li>
        <li v-if="parts.length === 0" class="small quiet">{{ t('explain.nothing') }}</li>
      </ol>
      <v-btn v-if="explain.trail.length > 1" block @click="explain.back()">{{ t('do.back') }}</v-btn>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.sum {
  gap: 10px;
  overflow-y: auto;
}
.total {
  font-size: 34px;
  font-family: var(--head);
  line-height: 1.1;
}
.total .unit {
  font-size: 16px;
  font-family: var(--text);
}
.basis {
  font: 400 14px var(--text);
  color: var(--quiet);
  margin-left: 8px;
}
.formula {
  color: var(--quiet);
}
.parts {
  list-style: none;
  margin: 6px 0;
  padding: 0;
  border-top: 1px solid var(--rule);
}
.part {
  display: grid;
  grid-template-columns: 18px 1fr auto minmax(52px, auto) 12px;
  gap: 8px;
  align-items: center;
  width: 100%;
  min-height: 48px;
  padding: 6px 0;
  border: 0;
  border-bottom: 1px solid var(--rule);
  background: none;
  font: inherit;
  color: inherit;
  text-align: left;
}
button.part {
  cursor: pointer;
}
button.part:hover {
  background: #faf6ea;
}
.what small {
  display: block;
  color: var(--quiet);
  font-size: 13px;
  line-height: 1.3;
}
.sign {
  text-align: center;
  font-weight: 700;
}
.more {
  color: var(--quiet);
}
</style>
