<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { isChoice, isNumber, kebab, type NumberSpec, type Op } from '#core/process'
import { INGREDIENTS } from '#core/substances'
import { MASS_G, TEMP_C, useStepTrial } from '~/composables/useStepTrial'
import { fillOf } from '~/utils/colours'

// One step with numbers of your own: what goes in, what it is done with, what comes out, and how each figure was made.
const props = defineProps<{ op: Op }>()
const { t } = useI18n()
const { n, name } = useFormat()
const { ofCode } = useSentence()
const { kind, specs, asked, streams, texts, values, missing, wrong, reset, more, expected, tried } = useStepTrial(
  props.op,
)
const items = [...INGREDIENTS.keys()]
  .map((key) => ({ value: key, title: name(key) }))
  .sort((a, b) => a.title.localeCompare(b.title))
const limitText = computed(() => {
  const limit = tried.value?.limit
  if (!limit) return ''
  const text = ofCode(limit.code, limit.numbers)
  return limit.code === 'step-number' && limit.field
    ? text.replace(/^:/, `${t(`figure.param-${kebab(limit.field)}`)}:`)
    : text
})
/** What is taken where nothing is typed; common practice goes without saying, any other source is named. */
function hint(spec: NumberSpec): string {
  if (spec.default === undefined) return ''
  const value = n(spec.default, (String(spec.default).split('.')[1] ?? '').length)
  return spec.source && spec.source !== 'source.practice'
    ? t('lab.usualFrom', { value, source: t(spec.source) })
    : t('lab.usual', { value })
}
/** The drawing has the colour of what gives the stream its own: the first that is not water. */
const fill = computed(() =>
  fillOf(
    streams.value
      .flat()
      .map((r) => r.ingredient)
      .find((k) => !['water', 'ice', 'white-sugar'].includes(k)) ?? 'water',
  ),
)
</script>

<template>
  <section class="bench" data-test="bench">
    <div class="sheet stack">
      <div class="spread">
        <h2>{{ t(`step.${op}`) }}</h2>
        <v-btn variant="text" size="small" height="44" @click="reset">{{ t('lab.reset') }}</v-btn>
      </div>
      <h3>{{ t('lab.in') }}</h3>
      <ul class="in">
        <template v-for="(rows, s) in streams" :key="s">
          <li v-for="r in rows" :key="r.key" :class="{ second: r !== rows[0] }">
            <v-autocomplete
              v-model="r.ingredient"
              :items="items"
              :aria-label="t('lab.find')"
              :menu-props="{ contentClass: 'ox-menu' }"
              hide-details
            />
            <FieldAmountField
              v-model="r.grams"
              label=""
              :aria-label="`${name(r.ingredient)}, ${t('lab.grams')}`"
              unit="g"
              dense
              :error="wrong(r.grams, r.massG, MASS_G)"
              @number="r.massG = $event"
            />
            <FieldAmountField
              v-model="r.tempC"
              label=""
              :aria-label="`${name(r.ingredient)}, ${t('lab.temp')}`"
              unit="°C"
              dense
              :error="wrong(r.tempC, r.atC, TEMP_C)"
              @number="r.atC = $event"
            />
            <button
              v-if="kind.inputs === 'many' && streams.length > 1"
              type="button"
              class="off"
              :aria-label="`${t('lab.remove')}: ${name(r.ingredient)}`"
              @click="streams.splice(s, 1)"
            >
              ✕
            </button>
          </li>
        </template>
      </ul>
      <v-btn v-if="kind.inputs === 'many' && streams.length < 8" @click="more">{{ t('lab.add') }}</v-btn>
      <template v-if="specs.length">
        <h3>{{ t('lab.numbers') }}</h3>
        <div class="numbers">
          <template v-for="[key, spec] in asked" :key="key">
            <FieldAmountField
              v-if="isNumber(spec)"
              v-model="texts[key]"
              :label="t(`figure.param-${kebab(key)}`)"
              :unit="spec.unit"
              :hint="hint(spec)"
              :error="missing.includes(key) ? t('lab.needed') : ''"
              :test="`param-${key}`"
              @number="values[key] = $event"
            />
            <v-select
              v-else-if="isChoice(spec)"
              :model-value="values[key] ?? spec.default"
              :items="spec.choices.map((c) => ({ value: c, title: t(`choice.${c}`) }))"
              :label="t(`figure.param-${kebab(key)}`)"
              :data-test="`param-${key}`"
              @update:model-value="values[key] = $event"
            />
          </template>
        </div>
      </template>
    </div>

    <div class="sheet stack" :class="{ nothing: !tried }" aria-live="polite" :style="{ '--fill': fill }">
      <p v-if="limitText" class="caution" role="alert" data-test="limit">{{ limitText }}</p>
      <LabStepOutcome v-else-if="tried && !tried.limit" :kind="kind" :tried="tried" :expected="expected" />
    </div>
  </section>
</template>

<style scoped>
.nothing {
  visibility: hidden;
}
.bench {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 16px;
  align-items: start;
}
.in {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
}
.in li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 104px 96px 36px;
  gap: 6px;
  align-items: center;
}
.in li.second {
  padding-left: 14px;
  border-left: 4px solid var(--rule);
}
.off {
  min-height: 44px;
  border: 0;
  background: none;
  font-size: 17px;
  cursor: pointer;
  color: inherit;
}
.numbers {
  display: grid;
  grid-template-columns: 1fr 1fr;
  align-items: start;
  gap: 10px 12px;
}
@media (max-width: 1100px) {
  .bench {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 700px) {
  .in li {
    grid-template-columns: 1fr 1fr 36px;
    padding-bottom: 8px;
    border-bottom: 1px solid var(--rule);
  }
  .in li > :first-child {
    grid-column: 1 / -1;
  }
  .numbers {
    grid-template-columns: 1fr;
  }
}
</style>
