<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { readingOf, type Added } from '#core/balance'
import { itemKey, USUAL_ZONE, type Family } from '#core/recipe'
import type { CorrectionUnderWay } from '~/composables/useCorrection'

// The pot to scale with what it takes, one addition after the other; what it is then, and the move on the map.
const props = defineProps<{
  fix: CorrectionUnderWay
  vesselMl: number
  family: Family
  /** mL of drink in a cup */
  cupMl: number
  bitter: boolean
}>()
const emit = defineEmits<{ added: [one: Added]; again: []; propose: [] }>()
const { t } = useI18n()
const { n, amount, name, money } = useFormat()

const found = computed(() => props.fix.finding.answer.value)
const pot = computed(() => props.fix.pot.value!)
const after = computed(() => found.value?.after ?? pot.value)
const potMl = computed(() => pot.value.mix.volume.value)
const afterMl = computed(() => after.value.mix.volume.value)
const zone = computed(() => USUAL_ZONE[props.family])
const points = computed(() => [
  {
    key: 'now',
    ratio: pot.value.mix.ratio?.value ?? null,
    brix: pot.value.mix.brix.value,
    fill: '#15302B',
    title: t('correct.now'),
  },
  {
    key: 'then',
    ratio: after.value.mix.ratio?.value ?? null,
    brix: after.value.mix.brix.value,
    fill: '#E2A100',
    title: t('correct.then'),
  },
])
const H = 132
const levelOf = (ml: number): number => Math.min(1, ml / Math.max(props.vesselMl, 1)) * H
const word = (p: typeof pot.value): string => {
  const r = readingOf(p.mix, zone.value)
  return t(`reads.${r.strength}.${r.balance}`)
}
const cost = computed(() => {
  const costs = (found.value?.added ?? []).map((a) => props.fix.costOf(a.key, a.massG))
  return costs.some((c) => c === null) ? null : costs.reduce<number>((sum, c) => sum + c!, 0)
})
const reasons = computed(() =>
  (found.value?.reasons ?? []).map((r) =>
    r.why === 'headroom'
      ? t('correct.reason.headroom', { more: amount(r.moreMl / 1000, 'L', 2) })
      : t(`correct.reason.${r.why}`, { name: 'key' in r ? name(r.key) : '' }),
  ),
)
</script>

<template>
  <section class="correction stack" data-test="correction">
    <div class="side">
      <svg
        viewBox="0 0 120 160"
        class="pot"
        role="img"
        :aria-label="t('correct.drawn', { ml: amount(afterMl / 1000, 'L', 2), of: amount(vesselMl / 1000, 'L', 2) })"
      >
        <rect
          v-if="afterMl > potMl"
          x="16"
          :y="148 - levelOf(afterMl)"
          width="88"
          :height="levelOf(afterMl) - levelOf(potMl)"
          fill="#E2A100"
          fill-opacity=".45"
        />
        <rect x="16" :y="148 - levelOf(potMl)" width="88" :height="levelOf(potMl)" fill="#BFDDE3" />
        <path
          d="M12 12V140q0 10 10 10H98q10 0 10 -10V12"
          fill="none"
          stroke="#15302B"
          stroke-width="4"
          stroke-linecap="round"
        />
      </svg>
      <DrinksMap :label="t('correct.move')" :path="points" :zone="zone" />
    </div>
    <p v-if="bitter" class="caution" role="note">{{ t('correct.bitter') }}</p>
    <p v-if="found?.missed.length" class="caution" role="alert" data-test="correction-missed">
      {{ t('correct.missed', { list: found.missed.map((m) => t(`notMet.of.${m}`)).join(', ') }) }}
      {{ reasons.join(' ') }}
    </p>
    <ol v-if="fix.open.value.length" class="adds">
      <li v-for="a in fix.open.value" :key="a.key" :data-test="`add-${a.key}`">
        <span
          ><b class="num">{{ amount(a.massG, 'g', a.massG < 10 ? 1 : 0) }}</b> {{ name(a.key) }}</span
        >
        <v-btn :data-test="`added-${a.key}`" @click="emit('added', a)">{{ t('correct.added') }}</v-btn>
      </li>
    </ol>
    <p v-else-if="found && !found.missed.length && !found.added.length" data-test="nothing-to-add">
      {{ t('correct.nothing') }}
    </p>
    <table class="rows close">
      <thead>
        <tr>
          <td />
          <th class="r">{{ t('correct.now') }}</th>
          <th class="r">{{ t('correct.then') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="f in ['brix', 'ta'] as const" :key="f" :data-test="`then-${f}`">
          <td>{{ t(`target.${f}`) }}</td>
          <td class="r">
            <FigureButton :figure="pot.mix[f]" :digits="f === 'brix' ? 1 : 2" :label="t(`target.${f}`)" />
          </td>
          <td class="r">
            <FigureButton :figure="after.mix[f]" :digits="f === 'brix' ? 1 : 2" :label="t(`target.${f}`)" />
          </td>
        </tr>
        <tr data-test="then-ratio">
          <td>{{ t('target.ratio') }}</td>
          <td class="r num">{{ pot.mix.ratio ? n(pot.mix.ratio.value, 1) : '–' }}</td>
          <td class="r num">{{ after.mix.ratio ? n(after.mix.ratio.value, 1) : '–' }}</td>
        </tr>
        <tr>
          <td>{{ t('correct.reads') }}</td>
          <td class="r">{{ word(pot) }}</td>
          <td class="r">{{ word(after) }}</td>
        </tr>
        <tr data-test="then-litres">
          <td>{{ t('correct.litres') }}</td>
          <td class="r num">{{ amount(potMl / 1000, 'L', 2) }}</td>
          <td class="r num">{{ amount(afterMl / 1000, 'L', 2) }}</td>
        </tr>
        <tr>
          <td>{{ t('correct.cups') }}</td>
          <td class="r num">{{ n(potMl / cupMl, 1) }}</td>
          <td class="r num">{{ n(afterMl / cupMl, 1) }}</td>
        </tr>
        <tr v-if="cost !== null && found?.added.length">
          <td>{{ t('correct.cost') }}</td>
          <td />
          <td class="r num">{{ money(cost) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="fix.done.value.length" class="small" data-test="added-so-far">
      {{ t('correct.soFar') }}
      {{ fix.done.value.map((d) => `${name(itemKey(d.item))} ${amount(d.massG, 'g', 1)}`).join(' · ') }}
    </p>
    <p class="small quiet">{{ t('correct.taste') }}</p>
    <div v-if="fix.done.value.length" class="row">
      <v-btn data-test="taste-again" @click="emit('again')">{{ t('correct.again') }}</v-btn>
      <v-btn color="primary" data-test="propose" @click="emit('propose')">{{ t('correct.propose') }}</v-btn>
    </div>
  </section>
</template>

<style scoped>
.correction {
  border: 2px solid var(--ink);
  border-radius: 14px;
  padding: 14px;
}
.side {
  display: grid;
  grid-template-columns: 120px minmax(0, 300px);
  gap: 18px;
  align-items: end;
}
.pot {
  width: 100%;
}
.adds {
  margin: 0;
  padding: 0;
  list-style: none;
  display: grid;
  gap: 6px;
}
.adds li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  font-size: 18px;
}
.adds b {
  font-size: 22px;
}
</style>
