<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { useBench } from '~/stores/bench'
import { useKeypad } from '~/stores/keypad'

// The foot of the screen on touch: types into the amount that has the focus.
const keypad = useKeypad()
const bench = useBench()
const reading = computed(() => (bench.target ? bench.readings[bench.target.device] : undefined))
const { t } = useI18n()
const { mark } = useFormat()
const keys = computed(() => ['1', '2', '3', '4', '5', '6', '7', '8', '9', '0', mark.value])
</script>

<template>
  <div
    v-if="keypad.touch && keypad.target"
    class="pad no-print"
    role="region"
    :aria-label="keypad.target.label"
    data-test="keypad"
    @pointerdown.prevent
    @mousedown.prevent
  >
    <p class="into">
      <span>{{ keypad.target.label }}</span> <b class="num">{{ keypad.target.read() || '–' }}</b>{{ ' ' }}
      <small>{{ keypad.target.unit }}</small>
    </p>
    <button v-if="reading" type="button" class="reading" data-test="keypad-reading" @click="bench.take()">
      <span v-if="bench.refused">{{
        t(`problem.${bench.refused.code}`, { device: t(`bench.${bench.refused.device}`) })
      }}</span>
      <template v-else
        ><span>{{ t(`bench.${reading.device}`) }}</span> <b class="num">{{ reading.value ?? '–' }}</b>
        {{ reading.unit }}
        <small>{{
          t(`bench.state.${reading.state !== 'ok' ? reading.state : reading.steady ? 'steady' : 'moving'}`)
        }}</small></template
      >
    </button>
    <div class="keys">
      <button v-for="k in keys" :key="k" type="button" @click="keypad.press(k)">{{ k }}</button>
      <button type="button" :aria-label="t('keypad.back')" @click="keypad.press('back')">⌫</button>
      <button type="button" class="wide" @click="keypad.press('next')">{{ t('keypad.next') }}</button>
      <button type="button" class="wide strong" @click="keypad.press('done')">{{ t('keypad.done') }}</button>
    </div>
  </div>
</template>

<style scoped>
.pad {
  position: fixed;
  inset: auto 0 0 0;
  z-index: 3000;
  background: var(--ink);
  color: var(--sheet);
  padding: 10px max(12px, calc(50vw - 560px)) 12px;
}
.into {
  display: flex;
  gap: 10px;
  align-items: baseline;
  min-height: 28px;
}
.into b {
  font-size: 20px;
}
.reading {
  display: flex;
  gap: 8px;
  align-items: baseline;
  justify-content: center;
  width: 100%;
  min-height: 48px;
  margin-bottom: 8px;
  padding-top: 12px;
  border: 1.5px solid var(--sheet);
  border-radius: 12px;
  background: none;
  color: var(--sheet);
  font: 400 15px var(--text);
}
.reading b {
  font-size: 19px;
}
.keys {
  display: grid;
  grid-template-columns: repeat(14, 1fr);
  gap: 8px;
}
.keys button {
  min-height: 54px;
  border: 0;
  border-radius: 12px;
  background: #24473f;
  color: var(--sheet);
  font: 600 20px var(--text);
  cursor: pointer;
}
.keys button:active {
  background: #35614f;
}
.keys .strong {
  background: var(--sheet);
  color: var(--ink);
}
@media (max-width: 900px) {
  .keys {
    grid-template-columns: repeat(7, 1fr);
  }
}
@media (max-width: 700px) {
  .keys {
    grid-template-columns: repeat(4, 1fr);
  }
  .keys button {
    min-height: 48px;
  }
  .keys .wide {
    grid-column: span 2;
  }
}
</style>
