<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { api } from '~/utils/api'

// On an enrolled tablet: tap your name, type your PIN. Wet hands, so large keys of our own.
defineProps<{ people: { id: string; name: string }[] }>()
const emit = defineEmits<{ inside: []; other: [] }>()
const { t } = useI18n()
const who = ref('')
const pin = ref('')
const KEYS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '', '0', '⌫']
const form = useSubmit(async () => {
  await api('pinIn', { body: { personId: who.value, pin: pin.value } })
})
function press(key: string): void {
  form.clear()
  pin.value = key === '⌫' ? pin.value.slice(0, -1) : (pin.value + key).slice(0, 8)
}
function choose(id: string): void {
  who.value = id
  pin.value = ''
  form.clear()
}
async function enter(): Promise<void> {
  if (!/^\d{4,8}$/.test(pin.value)) return form.refuse('pin', t('problem.pin-short'))
  if (await form.submit()) emit('inside')
  else pin.value = ''
}
function typed(e: KeyboardEvent): void {
  if (!who.value) return
  if (/^\d$/.test(e.key)) press(e.key)
  else if (e.key === 'Backspace') press('⌫')
  else if (e.key === 'Enter' && !(e.target instanceof HTMLButtonElement)) void enter()
}
onMounted(() => window.addEventListener('keydown', typed))
onBeforeUnmount(() => window.removeEventListener('keydown', typed))
</script>

<template>
  <div class="stack" data-test="pin-pad">
    <h1>{{ t('signIn.pinTitle') }}</h1>
    <div class="names">
      <button
        v-for="p in people"
        :key="p.id"
        type="button"
        :aria-pressed="who === p.id"
        data-test="pin-name"
        @click="choose(p.id)"
      >
        {{ p.name }}
      </button>
    </div>
    <template v-if="who">
      <p class="dots num" role="status" :aria-label="`${t('signIn.pin')}: ${pin.length}`">
        {{ '●'.repeat(pin.length) || t('signIn.pin') }}
      </p>
      <div class="keys">
        <template v-for="(k, i) in KEYS" :key="i"
          ><span v-if="!k" /><button
            v-else
            type="button"
            :aria-label="k === '⌫' ? t('keypad.back') : k"
            @click="press(k)"
          >
            {{ k }}
          </button></template
        >
      </div>
      <p v-if="form.fields.value.pin || form.fields.value.password || form.message.value" class="caution" role="alert">
        {{ form.fields.value.pin || form.fields.value.password || form.message.value }}
      </p>
      <v-btn color="primary" :loading="form.busy.value" data-test="pin-enter" @click="enter">{{
        t('signIn.enter')
      }}</v-btn>
    </template>
    <v-btn variant="text" data-test="other-way" @click="emit('other')">{{ t('signIn.otherWay') }}</v-btn>
  </div>
</template>

<style scoped>
.names {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.names button {
  min-height: 52px;
  padding: 0 18px;
  border: 0;
  border-radius: 12px;
  background: var(--sand);
  font: 600 17px var(--text);
  color: var(--ink);
  cursor: pointer;
}
.names button[aria-pressed='true'] {
  background: var(--ink);
  color: var(--sheet);
}
.dots {
  font-size: 22px;
  letter-spacing: 0.2em;
  min-height: 34px;
  color: var(--quiet);
  text-align: center;
}
.keys {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 8px;
}
.keys button {
  min-height: 56px;
  border: 0;
  border-radius: 12px;
  background: var(--ink);
  color: var(--sheet);
  font: 600 20px var(--text);
  cursor: pointer;
}
</style>
