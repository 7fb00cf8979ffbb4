<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { useMake } from '~/stores/make'
import { useSession } from '~/stores/session'

// Whose hands are at it: a name is one touch, and no password.
const { t } = useI18n({ useScope: 'global' })
const make = useMake()
const session = useSession()
const { service } = useDayService()
const own = computed(() => session.person?.name ?? '')
const names = computed(() => [
  ...new Set([own.value, ...(service.value?.shifts ?? []).map((s) => s.name).filter(Boolean)]),
])
const now = computed(() => make.hands ?? own.value)
const choose = (name: string): void => void (make.hands = name === own.value ? null : name)
</script>

<template>
  <div v-if="names.length > 1" class="who" role="group" :aria-label="t('make.who')" data-test="who">
    <button v-for="n in names" :key="n" type="button" :aria-pressed="n === now" @click="choose(n)">{{ n }}</button>
  </div>
</template>

<style scoped>
.who {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
button {
  min-height: 72px;
  padding: 0 16px;
  border: 2px solid var(--rule);
  border-radius: 14px;
  background: none;
  color: inherit;
  font: 400 15px var(--text);
  cursor: pointer;
}
[aria-pressed='true'] {
  border-color: var(--ink);
  font-weight: 700;
}
</style>
