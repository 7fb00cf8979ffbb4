<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { instantOfClock } from '#core/time'
import { useSession } from '~/stores/session'

// When it was, if not now, by the clock of the stand, wherever the tablet is.
const session = useSession()
const at = defineModel<string | null>({ default: null })
defineProps<{ error?: string }>()
const { t } = useI18n()
const local = ref('')
watch(local, (v) => {
  at.value = v ? instantOfClock(v, session.zone) : null
})
</script>

<template>
  <label class="when"
    ><span class="small quiet">{{ t('field.when') }}</span>
    <input v-model="local" type="datetime-local" data-test="when" />
    <span v-if="error" class="wrong" role="alert">{{ error }}</span>
  </label>
</template>

<style scoped>
.when {
  display: grid;
  gap: 4px;
}
input {
  min-height: 48px;
  padding: 0 12px;
  border: 1px solid var(--rule);
  border-radius: 12px;
  background: var(--sheet);
  font: 600 15px var(--text);
  color: var(--ink);
}
.wrong {
  color: #8d1f43;
  font-size: 14px;
}
</style>
