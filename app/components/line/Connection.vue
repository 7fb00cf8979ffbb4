<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'

// Only there when there is something to say: no connection, how old what is shown is, and what is not sent yet.
const outbox = useOutbox()
const session = useSession()
const { t } = useI18n()
const { time } = useFormat()
const count = computed(() => outbox.mine.length)
const people = computed(
  () => outbox.mine.filter((e) => ['stale', 'refused', 'doubt', 'failed'].includes(e.state)).length,
)
// A write that is answered at once does not flash.
const slow = ref(false)
let timer: ReturnType<typeof setTimeout> | undefined
watch(
  count,
  (n) => {
    clearTimeout(timer)
    if (n) timer = setTimeout(() => (slow.value = true), 1500)
    else slow.value = false
  },
  { immediate: true },
)
onBeforeUnmount(() => clearTimeout(timer))
</script>

<template>
  <div
    v-if="session.over || outbox.offlineSince || (count && slow)"
    class="connection no-print"
    role="status"
    data-test="connection"
  >
    <span v-if="session.over" data-test="session-over">{{ t('outbox.over') }}</span>
    <span v-else-if="outbox.offlineSince">{{
      outbox.asOf ? t('outbox.age', { when: time(outbox.asOf) }) : t('outbox.offline')
    }}</span>
    <NuxtLink v-if="count" to="/outbox" :class="{ look: people }" data-test="unsent">{{
      t('outbox.count', { n: count }, count)
    }}</NuxtLink>
  </div>
</template>

<style scoped>
.connection {
  max-width: 1224px;
  margin: 0 auto 10px;
  width: calc(100% - 56px);
  display: flex;
  gap: 14px;
  align-items: center;
  justify-content: space-between;
  background: var(--sand);
  border-radius: 12px;
  padding: 4px 6px 4px 14px;
  font-size: 14.5px;
  min-height: 44px;
}
.connection a {
  margin-left: auto;
  min-height: 40px;
  display: inline-flex;
  align-items: center;
  background: var(--ink);
  color: var(--sheet);
  border-radius: 10px;
  padding: 0 14px;
  font-weight: 600;
  text-decoration: none;
  white-space: nowrap;
}
.connection a.look {
  background: var(--hibiscus);
}
@media (max-width: 1100px) {
  .connection {
    width: calc(100% - 32px);
  }
}
@media (max-width: 700px) {
  .connection {
    width: calc(100% - 24px);
  }
}
</style>
