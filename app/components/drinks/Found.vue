<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { figureOf, mixAt, TARGETS, type Found, type Moment } from '#core/balance'
import type { Evaluation, Layer } from '#core/recipe'

// What was found: each amount before and after, and what the drink then is in the jug and at the sip that was asked for.
const props = defineProps<{
  found: Found
  before: Evaluation
  cost: number | null
  moment: Moment
  /** worked out with today's juice: for today, and not of the standard */
  isToday: boolean
}>()
const emit = defineEmits<{ take: []; leave: [] }>()
const { t } = useI18n()
const { n, amount, name, money } = useFormat()

const after = computed(() => props.found.tried.evaluation)
const wasOf = (stream: string): Layer | undefined => props.before.layers.find((l) => l.stream === stream)
const rows = computed(() => ordered(after.value).map((layer) => ({ layer, was: wasOf(layer.stream) })))
const DIGITS = { brix: 1, ta: 2, ratio: 1, sweetness: 1 } as const
const UNITS = { brix: '°Bx', ta: 'g/100 mL', ratio: ': 1', sweetness: 'g/100 mL' } as const
const moments = computed((): Moment[] => (props.moment === 'jug' ? ['jug'] : ['jug', props.moment]))
const figures = computed(() =>
  TARGETS.map((name) => ({
    name,
    values: moments.value.map((m) => ({
      m,
      was: figureOf(mixAt(props.before, m), name),
      is: figureOf(mixAt(after.value, m), name),
    })),
  })),
)
const cost = computed(() => props.found.tried.cost?.total ?? null)
/** At the sip that was asked for, the same drink served straight would be what the jug then is. */
const sweetened = computed(() => props.moment !== 'jug')
</script>

<template>
  <section class="found stack" data-test="found">
    <h2>{{ t(isToday ? 'found.today' : 'found.title') }}</h2>
    <p v-if="found.missed.length" class="caution" role="alert" data-test="found-missed">
      {{ t('found.nearest') }} <DrinksReasons :missed="found.missed" :reasons="found.reasons" :evaluation="after" />
    </p>
    <table class="rows close">
      <thead>
        <tr>
          <th>{{ t('layer.perCup') }}</th>
          <th class="r">{{ t('found.was') }}</th>
          <th class="r">{{ t('found.is') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ layer, was } in rows" :key="layer.stream" :data-test="`found-${layer.stream}`">
          <td>{{ name(layer.key) }}</td>
          <td class="r num">{{ was ? amount(was.mass.value, 'g', 1) : '–' }}</td>
          <td class="r">
            <b><FigureButton :figure="layer.mass" :digits="1" :label="name(layer.key)" /></b>
            <small v-if="layer.volume.value > 0" class="quiet">{{ ` ${amount(layer.volume.value, 'mL', 1)}` }}</small>
          </td>
        </tr>
        <template v-for="f in figures" :key="f.name">
          <tr v-for="v in f.values" :key="v.m" :data-test="`found-${f.name}-${v.m}`">
            <td class="quiet">{{ t(`target.${f.name}`) }}, {{ t(`sip.${v.m}`) }}</td>
            <td class="r num">{{ n(v.was, DIGITS[f.name]) }}</td>
            <td class="r num">
              <b>{{ n(v.is, DIGITS[f.name]) }}</b> <span class="unit">{{ UNITS[f.name] }}</span>
            </td>
          </tr>
        </template>
        <tr v-if="cost !== null">
          <td class="quiet">{{ t('cost.cup') }}</td>
          <td class="r num">{{ props.cost === null ? '–' : money(props.cost) }}</td>
          <td class="r num">
            <b>{{ money(cost) }}</b>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="sweetened" class="small" data-test="for-ice">
      {{
        t('found.forIce', {
          jug: n(after.jug.brix.value, 1),
          sip: n(figureOf(mixAt(after, moment), 'brix'), 1),
          when: t(`sip.${moment}`),
        })
      }}
    </p>
    <p v-if="isToday" class="small quiet">{{ t('found.todayWhy') }}</p>
    <div class="row">
      <v-btn :color="isToday ? undefined : 'primary'" data-test="take-found" @click="emit('take')">{{
        t('found.take')
      }}</v-btn>
      <v-btn variant="text" @click="emit('leave')">{{ t('found.leave') }}</v-btn>
    </div>
  </section>
</template>

<style scoped>
.found {
  border: 2px solid var(--ink);
  border-radius: 14px;
  padding: 14px;
}
</style>
