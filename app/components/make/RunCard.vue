<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { isRinging, nextJob } from '#core/batch'
import { dayOf } from '#core/time'
import { useSession } from '~/stores/session'
import { capacityOf, type RunView } from '~/stores/make'

// A batch that is under way: how full it is, what is next in it, and its clock.
const props = defineProps<{ view: RunView; scaleMl: number }>()
const { t } = useI18n({ useScope: 'global' })
const { amount, day, time } = useFormat()
const session = useSession()
/** Begun on another day, and neither ended nor thrown away. */
const isOld = computed(() => dayOf(run.value.at, session.zone) !== dayOf(now.value, session.zone))
const now = useServerClock()
const { left, stepName } = useRunWords()
const run = computed(() => props.view.run)
const plannedMl = computed(() => props.view.evaluation?.jug.volume.value ?? 0)
const capacityMl = computed(() => capacityOf(props.view))
const nowMl = computed(() => props.view.pot?.jug.volume.value ?? 0)
const next = computed(() => nextJob(props.view.jobs))
const clock = computed(() => props.view.clocks[0])
const label = computed(() =>
  t('make.vesselLabel', {
    name: run.value.name,
    ml: amount(nowMl.value / 1000, 'L', 1),
    of: amount(capacityMl.value / 1000, 'L', 1),
  }),
)
</script>

<template>
  <li class="sheet card" data-test="run-card" :data-run="run.id">
    <NuxtLink :to="`/make/${run.id}`">
      <MakeVessel
        :capacity-ml="capacityMl"
        :pot="view.pot"
        :planned-ml="plannedMl"
        :scale-ml="Math.max(scaleMl, capacityMl)"
        :label="label"
      />
      <span class="what">
        <b>{{ run.name }}</b>
        <span class="small">{{
          next
            ? t('make.nextStep', { step: stepName(next) })
            : t(run.planned.steps.length ? 'make.toEnd' : 'make.withoutSheet')
        }}</span>
        <span v-if="clock" class="clock num" :class="{ rings: isRinging(clock, now) }">{{ left(clock, now) }}</span>
        <span class="small quiet">{{ run.by }}</span>
        <span v-if="isOld" class="small caution" data-test="left-open">{{
          t('make.leftOpen', { day: day(run.at), time: time(run.at) })
        }}</span>
      </span>
    </NuxtLink>
  </li>
</template>

<style scoped>
.card {
  border: 2px solid var(--ink);
  padding: 14px;
}
.card a {
  display: grid;
  grid-template-columns: 110px minmax(0, 1fr);
  gap: 12px;
  text-decoration: none;
  align-items: end;
  min-height: 150px;
}
.card :deep(svg) {
  width: 110px;
}
.what {
  display: grid;
  gap: 4px;
}
b {
  font: 700 18px/1.2 var(--head);
}
.clock {
  font-size: 26px;
}
.rings {
  background: var(--zest);
  border-radius: 8px;
  padding: 0 8px;
  justify-self: start;
}
</style>
