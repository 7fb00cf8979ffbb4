<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { isLoud, isRinging } from '#core/batch'
import { useMake } from '~/stores/make'
import { ApiProblem } from '~/utils/api'

// Clocks that ring, on every page and every tablet of the stand, until somebody says that they heard it.
const { t } = useI18n({ useScope: 'global' })
const ready = useWords('make', 'lab')
const make = useMake()
const now = useServerClock()
const { left } = useRunWords()
const ringing = computed(() => make.clocks.filter(({ clock }) => isRinging(clock, now.value)))
useBell(() => ringing.value.some(({ clock }) => isLoud(clock, now.value)))
const nameOf = ({ view, clock }: (typeof ringing.value)[number]): string => {
  const job = view.jobs.find((j) => j.step === clock.step)
  return [view.run.name, job ? t(`step.${job.op}`) : clock.name || t('make.timer')].join(' · ')
}
async function heard(runId: string, of: string): Promise<void> {
  try {
    await make.tell(runId, { kind: 'heard', of })
  } catch (e) {
    // Somebody else heard it, or the batch has ended.
    if (!(e instanceof ApiProblem)) throw e
  }
}
</script>

<template>
  <div v-if="ready && ringing.length" class="ring no-print" role="alert" data-test="ringing">
    <div v-for="r in ringing" :key="r.clock.id" class="one">
      <NuxtLink :to="`/make/${r.view.run.id}`"
        ><b>{{ nameOf(r) }}</b> <span class="num">{{ left(r.clock, now) }}</span></NuxtLink
      >
      <v-btn height="56" data-test="heard" @click="heard(r.view.run.id, r.clock.id)">{{ t('make.heard') }}</v-btn>
    </div>
  </div>
</template>

<style scoped>
.ring {
  max-width: 1224px;
  width: calc(100% - 56px);
  margin: 0 auto 10px;
  display: grid;
  gap: 6px;
}
.one {
  display: flex;
  gap: 12px;
  justify-content: space-between;
  align-items: center;
  background: var(--zest);
  color: var(--ink);
  border: 2px solid var(--ink);
  border-radius: 14px;
  padding: 6px 8px 6px 16px;
}
.one a {
  min-height: 48px;
  display: inline-flex;
  gap: 10px;
  align-items: center;
}
@media (max-width: 1100px) {
  .ring {
    width: calc(100% - 24px);
  }
}
</style>
