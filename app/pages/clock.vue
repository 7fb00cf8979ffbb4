<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { inOrder, minuteOf, momentOf, nextOf, type Placed, type Refused, type Standing } from '#core/schedule'
import { isDay } from '#core/time'
import { tasksDone } from '#core/batch'
import { fillOf } from '~/utils/colours'
import { useMake } from '~/stores/make'
import { usePlan } from '~/stores/plan'
import { useSession } from '~/stores/session'

// The clock of a day: what is to be done now; then who does what until the hatch opens.
const { t } = useI18n({ useScope: 'global' })
const { calendarDay, weekday, n } = useFormat()
const { madeName, nameOf, timeWithDay } = useTaskWords()
const plan = usePlan()
const session = useSession()
const ready = useWords('clock', 'lab')
// The day stands in the address, so that it is the same one after a reload.
const route = useRoute()
const asked = String(route.query.day ?? '')
if (isDay(asked) && asked !== plan.day) {
  plan.day = asked
  void plan.load()
}
watch(
  () => plan.day,
  (to) => void navigateTo({ query: { day: to } }, { replace: true }),
)
const day = useDayService()
const work = useDayPlan(() => day.service.value)
const { tasks, found, hours, problem, blocked } = work

const opens = computed(() => hours.value?.opens ?? null)
const told = useDayTasks(() => opens.value)
const standing = (): Standing => ({ done: told.placed('done'), put: told.placed('put') })
const timeOf = (minute: number): string => (opens.value ? timeWithDay(momentOf(opens.value, minute), plan.day) : '')
const minuteNow = computed(() =>
  session.minute >= 0 && opens.value ? minuteOf(opens.value, session.now().toISOString()) : null,
)
/** Once the hatch is open, nothing of it is due any more. */
const isOpen = computed(() => minuteNow.value !== null && minuteNow.value >= 0)
const nowMin = computed(() => (isOpen.value ? null : minuteNow.value))
/** The colour that there is most of in it. */
function fillOfMaking(id: string): string {
  const layers = work.day.value.makings.find((m) => m.id === id)?.evaluation.layers ?? []
  return fillOf(layers.find((l) => !l.fillsUp)?.key ?? 'water')
}
const taskOf = (id: string): string => {
  const task = tasks.value.find((x) => x.id === id)
  return task ? nameOf(task) : ''
}
const rows = computed(() => inOrder(tasks.value, found.value ?? new Map()))
const make = useMake()
/** What was done in a batch needs no tick. */
const made = computed(() => {
  const ids = tasks.value.map((x) => x.id)
  const runs = make.all.filter(({ run, state }) => run.making && run.day === plan.day && state !== 'thrown')
  return new Set(runs.flatMap(({ run, jobs }) => tasksDone(run.making!, jobs, ids)))
})
const next = computed(() => nextOf(rows.value, new Set([...told.done.value, ...made.value])))
const spanText = computed(() => {
  const first = rows.value[0]?.startMin ?? 0
  return t('clock.span', { time: timeOf(first), h: `${n(Math.floor(-first / 60))} h ${n(-first % 60)} min` })
})
async function tick(id: string): Promise<void> {
  // What somebody works by does not change under their hands.
  work.stop()
  const placed = found.value?.get(id)
  if (placed) await told.tell(id, 'done', placed)
}
const refused = shallowRef<Refused | null>(null)
/** Put elsewhere: it stands there on every tablet, and the others are looked for about it. */
async function move(id: string, to: Placed): Promise<void> {
  refused.value = work.move(standing(), id, to)
  if (refused.value) return
  await told.tell(id, 'put', to)
  find()
}
async function undo(id: string): Promise<void> {
  await told.undo(id)
  find()
}
const find = (): void => work.find(standing())
watch([() => day.service.value, tasks, ready], () => ready.value && find(), { immediate: true })
</script>

<template>
  <div v-if="ready" class="clock" data-test="clock">
    <section class="sheet side no-print">
      <NuxtLink to="/plan" class="small">← {{ t('clock.back') }}</NuxtLink>
      <h1>{{ t('clock.title') }}</h1>
      <p class="quiet">{{ weekday(plan.day) }}, {{ calendarDay(plan.day) }}</p>
      <PlanDayPicker :next="3" test="day" />
      <ClockHours v-if="session.mayPlan" :service="day.service.value" :day="plan.day" :put="day.put" />
    </section>
    <section class="main">
      <PlanUnsound />
      <p v-if="work.day.value.missing.length" class="sheet caution" role="alert" data-test="clock-missing">
        {{ t('clock.missing', { list: work.day.value.missing.map(madeName).join(', ') }) }}
      </p>
      <p v-if="!plan.lines.length" class="sheet quiet" data-test="clock-no-cups">{{ t('clock.noCups') }}</p>
      <p v-else-if="day.ready.value && !day.service.value" class="sheet quiet" data-test="clock-no-hours">
        {{ t('clock.noHours') }}
      </p>
      <ClockBlocked v-if="blocked" :blocked="blocked.blocked" :reliefs="blocked.reliefs" :task-of="taskOf" />
      <p v-if="found && work.sameDay.value.length" class="sheet" role="status" data-test="same-day">
        {{ t('clock.sameDay', { list: work.sameDay.value.map(madeName).join(', ') }) }}
      </p>
      <p v-if="isOpen && rows.length" class="sheet quiet" data-test="clock-open">
        {{ t('clock.isOpen', { time: timeOf(0) }) }}
      </p>
      <template v-if="found && problem && rows.length">
        <ClockNext :row="next" :now-min="nowMin" :name-of="nameOf" :time-of="timeOf" @done="tick" @again="find" />
        <article class="sheet stack">
          <div class="spread">
            <h2>{{ t('clock.rails') }}</h2>
            <span v-if="work.busy.value" class="small" role="status"
              >{{ t('clock.looking', { p: n(work.share.value * 100) }) }}
              <v-btn size="small" height="44" data-test="stop-looking" @click="work.stop">{{
                t('clock.stop')
              }}</v-btn></span
            >
          </div>
          <p class="small" data-test="clock-span">{{ spanText }}</p>
          <ClockRails
            :tasks="tasks"
            :plan="found"
            :problem="problem"
            :now-min="nowMin"
            :name-of="nameOf"
            :time-of="timeOf"
            :put="told.put.value"
            :fill-of="fillOfMaking"
            :made-name="madeName"
            @move="move"
          />
          <ClockRefused v-if="refused" :refused="refused" :task-of="taskOf" :time-of="timeOf" />
          <p v-if="work.isLetGo.value" class="small quiet" role="status" data-test="put-lost">
            {{ t('clock.putLost') }}
          </p>
          <p v-if="told.said.value" class="caution" role="alert">{{ told.said.value }}</p>
        </article>
        <ClockList
          :rows="rows"
          :done="told.done.value"
          :made="made"
          :put="told.put.value"
          :people="problem.people.map((p) => p.id)"
          :opens="opens!"
          :name-of="nameOf"
          :time-of="timeOf"
          @undo="undo"
          @move="move"
        />
        <ClockCalendars v-if="opens" :rows="rows" :opens="opens" :day="plan.day" :name-of="nameOf" />
      </template>
      <p class="small quiet no-print">{{ t('clock.why') }}</p>
    </section>
  </div>
</template>

<style scoped>
.clock {
  display: grid;
  grid-template-columns: 340px minmax(0, 1fr);
  gap: 18px;
  align-items: start;
}
.side,
.main {
  display: grid;
  gap: 14px;
}
@media (max-width: 900px) {
  .clock {
    grid-template-columns: minmax(0, 1fr);
  }
  .main {
    order: -1;
  }
}
@media print {
  .clock,
  .main {
    display: block;
  }
}
</style>
