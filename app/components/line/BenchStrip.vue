<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { useBench, type Device } from '~/stores/bench'
import { useKeypad } from '~/stores/keypad'
import { useSession } from '~/stores/session'

// The foot of the screen: what the devices of this stand say now. A touch, or R, puts the steady reading into the
// field.
const bench = useBench()
const keypad = useKeypad()
const session = useSession()
const { t } = useI18n()
const { n } = useFormat()
watch(
  () => [session.standId, session.stand?.bench],
  () => bench.listen(),
  { immediate: true },
)
onBeforeUnmount(() => bench.leave())

const UNITS: Record<string, string> = { C: '°C', F: '°F', Bx: '°Bx' }
const shown = computed(() =>
  (['scale', 'probe', 'refractometer'] as Device[]).flatMap((device) => {
    const r = bench.readings[device]
    if (!r) return []
    const digits = r.unit === 'kg' || r.unit === 'lb' ? 3 : r.unit === 'g' ? 0 : 1
    return [
      {
        device,
        r,
        text: r.state === 'lost' || r.value === null ? '–' : n(r.value, digits),
        unit: UNITS[r.unit ?? ''] ?? r.unit ?? '',
        fits: bench.target?.device === device,
        state: r.state !== 'ok' ? r.state : r.steady ? 'steady' : 'moving',
      },
    ]
  }),
)
function pressed(e: KeyboardEvent): void {
  if (e.key.toLowerCase() !== 'r' || e.ctrlKey || e.metaKey || e.altKey || isTyping(e.target)) return
  bench.take()
}
onMounted(() => window.addEventListener('keydown', pressed))
onBeforeUnmount(() => window.removeEventListener('keydown', pressed))
</script>

<template>
  <div
    v-if="bench.here && bench.fields > 0"
    class="footbench no-print"
    :class="{ away: keypad.touch && keypad.target }"
    role="region"
    :aria-label="t('bench.title')"
    data-test="bench-strip"
  >
    <button
      v-for="d in shown"
      :key="d.device"
      type="button"
      :class="[d.state, { fits: d.fits }]"
      :data-test="`bench-${d.device}`"
      :data-state="d.state"
      @pointerdown.prevent
      @click="bench.take(d.device)"
    >
      <span>{{ t(`bench.${d.device}`) }}</span> <b class="num">{{ d.text }}</b> <span>{{ d.unit }}</span>{{ ' ' }}
      <small>{{ t(`bench.state.${d.state}`) }}</small>
    </button>
    <p v-if="bench.refused" class="why" role="alert" data-test="bench-refused">
      {{ t(`problem.${bench.refused.code}`, { device: t(`bench.${bench.refused.device}`) }) }}
    </p>
    <p v-else class="hint"><kbd>R</kbd> {{ t('bench.takes') }}</p>
  </div>
</template>

<style scoped>
.footbench {
  position: sticky;
  bottom: 0;
  z-index: 800;
  display: flex;
  align-items: center;
  gap: 8px;
  background: var(--ink);
  color: var(--sheet);
  padding: 5px max(20px, calc(50vw - 612px));
  min-height: 56px;
}
button {
  display: inline-flex;
  align-items: baseline;
  gap: 7px;
  min-height: 48px;
  padding: 0 14px;
  background: none;
  border: 1.5px solid transparent;
  border-radius: 12px;
  color: inherit;
  font: 400 14px var(--text);
  cursor: pointer;
  white-space: nowrap;
  padding-top: 12px;
}
button:first-child {
  margin-left: -14px;
}
button.fits {
  border-color: var(--sheet);
}
b {
  font-size: 19px;
}
span,
small {
  color: #c9d6cf;
}
.moving b {
  opacity: 0.65;
}
.lost b,
.flood b {
  text-decoration: line-through;
}
.hint {
  margin-left: auto;
  font-size: 14px;
  color: #c9d6cf;
  white-space: nowrap;
}
.why {
  margin-left: auto;
  font-size: 14.5px;
  background: var(--blush);
  color: #7d1a3b;
  border-radius: 10px;
  padding: 6px 12px;
}
kbd {
  border: 1.5px solid #c9d6cf;
  border-radius: 6px;
  padding: 1px 7px;
  font: 600 13px var(--text);
}
@media (max-width: 1000px) {
  .hint {
    display: none;
  }
}
@media (max-width: 700px) {
  /* A little of it lies under the line, so that nothing shows between the two. */
  .footbench {
    position: fixed;
    inset: auto 0 calc(70px + env(safe-area-inset-bottom)) 0;
    padding: 2px 6px 10px;
    min-height: 56px;
    gap: 0;
    overflow-x: auto;
  }
  .footbench.away {
    display: none;
  }
  button,
  button:first-child {
    margin: 0;
    padding: 8px 8px 0;
    gap: 4px;
    min-height: 44px;
  }
  button small,
  button span:first-child {
    display: none;
  }
  b {
    font-size: 17px;
  }
  .why {
    white-space: normal;
    font-size: 13px;
  }
}
</style>
