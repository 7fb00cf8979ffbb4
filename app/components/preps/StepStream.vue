<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { massG, mixed, volumeMl, type Stream } from '#core/process'
import { isKnown, streamFigures } from '#core/recipe'

// The stream before a step and after it, figure by figure; what did not change is said once.
const props = defineProps<{ inputs: readonly Stream[]; out: Stream; name: string; called: string }>()
const { t } = useI18n({ useScope: 'global' })
const { n, amount } = useFormat()

/** g per 100 mL below which nobody tastes it. */
const TASTED = 0.005
function toldOf(s: Stream): Record<string, string> {
  if (massG(s) <= 0) return {}
  const f = streamFigures(s, props.name)
  return {
    mass: amount(massG(s), 'g', 0),
    volume: amount(volumeMl(s), 'mL', 0),
    brix: isKnown(f.brix) ? `${n(f.brix.value, 1)} °Bx` : '',
    acid: isKnown(f.ta) && f.ta.value >= TASTED ? n(f.ta.value, 2) : '',
    temp: amount(s.tempC, '°C', 0),
  }
}
const before = computed(() => (props.inputs.length ? toldOf(mixed(props.inputs)) : {}))
const rows = computed(() =>
  Object.entries(toldOf(props.out))
    .filter(([key, after]) => after || before.value[key])
    .map(([key, after]) => ({ key, after: after || '–', before: before.value[key] || '–' })),
)
</script>

<template>
  <table class="stream num small" :aria-label="`${called}: ${t('preps.stream')}`">
    <thead class="sr">
      <tr>
        <th>{{ t('preps.figure') }}</th>
        <th>{{ t('preps.before') }}</th>
        <th>{{ t('preps.after') }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="r in rows" :key="r.key">
        <th class="sr">{{ t(`preps.streamOf.${r.key}`) }}</th>
        <td class="was">{{ r.before === r.after ? '' : r.before }}</td>
        <td>
          {{ r.after }}<small v-if="r.key === 'acid'" class="quiet"> {{ t('preps.acidUnit') }}</small>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.stream {
  border-collapse: collapse;
  line-height: 1.5;
  justify-self: end;
}
td {
  text-align: right;
  padding: 0 0 0 10px;
  white-space: nowrap;
}
.was {
  color: var(--quiet);
}
.was:not(:empty)::after {
  content: ' →';
}
</style>
