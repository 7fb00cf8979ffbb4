<script setup lang="ts">
import { useI18n } from 'vue-i18n'

// The screen takes no touch for ten seconds, so that it can be wiped.
const emit = defineEmits<{ done: [] }>()
const { t } = useI18n({ useScope: 'global' })
const SECONDS = 10
const left = ref(SECONDS)
let timer: ReturnType<typeof setInterval>
const swallow = (e: Event): void => {
  e.preventDefault()
  e.stopPropagation()
}
onMounted(() => {
  timer = setInterval(() => {
    left.value--
    if (left.value <= 0) emit('done')
  }, 1000)
  window.addEventListener('keydown', swallow, true)
})
onBeforeUnmount(() => {
  clearInterval(timer)
  window.removeEventListener('keydown', swallow, true)
})
</script>

<template>
  <div class="wipe" role="status" data-test="wiping" @pointerdown.prevent.stop @click.prevent.stop>
    <p class="num">{{ left }}</p>
    <p>{{ t('make.wiping') }}</p>
  </div>
</template>

<style scoped>
.wipe {
  position: fixed;
  inset: 0;
  z-index: 2000;
  background: var(--paper);
  display: grid;
  place-content: center;
  justify-items: center;
  gap: 10px;
  touch-action: none;
  font-size: 20px;
}
.wipe .num {
  font-size: 140px;
  line-height: 1;
}
</style>
