<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { AROUND_C, coolingOf, isBound, standing, temperaturesIn, type Around } from '#core/batch'
import { useAmounts } from '~/forms/useAmounts'
import { useSession } from '~/stores/session'
import { useMake, type RunView } from '~/stores/make'

// What was warm has to be cold in time: what the thermometer read against the two stages and the four hours, the time
// that is left, and what may be done where it was missed.
const props = defineProps<{ view: RunView }>()
const { t } = useI18n({ useScope: 'global' })
const { amount, time, n } = useFormat()
const session = useSession()
const make = useMake()
const now = useServerClock()
const around = ref<Around>('fridge')
const aroundC = computed(() =>
  around.value === 'bench' ? (session.stand?.roomC ?? AROUND_C.bench) : AROUND_C[around.value],
)
const readings = computed(() => temperaturesIn(props.view.run.events))
const cooling = computed(() => (readings.value.length ? coolingOf(readings.value, aroundC.value, now.value) : null))
const bound = computed(() => {
  const { pot, actual, run } = props.view
  return isBound(pot, actual.phRead.get(run.planned.output))
})
const isOverruled = computed(() => standing(props.view.run.events).some((e) => e.kind === 'overruled'))
const stream = computed(
  () => props.view.jobs.filter((j) => j.state === 'done').at(-1)?.step ?? props.view.run.planned.output,
)
const { number, text, bind } = useAmounts(['temp'])
const at = ref<string | null>(null)
const reason = ref('')
const form = useSubmit(async () => {
  const reading = { tempC: number.temp! }
  await make.tell(props.view.run.id, { kind: 'read', of: stream.value, reading }, [], at.value)
})
async function put(): Promise<void> {
  if (number.temp === null || !(await form.submit())) return
  text.temp = ''
  at.value = null
}
const keeping = useSubmit(async () => {
  await make.tell(props.view.run.id, { kind: 'overruled', reason: reason.value.trim() })
})
const last = computed(() => readings.value.at(-1))
</script>

<template>
  <section v-if="cooling" class="sheet stack" data-test="cooling" :data-state="cooling.state">
    <h3>{{ t('make.cooling') }}</h3>
    <p v-if="cooling.state === 'cooling' && cooling.next" data-test="cooling-next">
      <span class="num left">{{ amount(Math.max(0, Math.floor(cooling.next.leftMin)), 'min', 0) }}</span>
      {{ t('make.cool.left', { temp: amount(cooling.next.toC, '°C', 0), by: time(cooling.next.by) }) }}
    </p>
    <p v-if="cooling.state === 'cooling' && cooling.expectedMin !== null" class="small" data-test="cooling-expected">
      {{ t('make.cool.expected', { min: n(cooling.expectedMin) }) }}
    </p>
    <p v-if="cooling.state === 'passed'" data-test="cooling-passed">{{ t('make.cool.passed') }}</p>
    <p v-if="cooling.state === 'first-missed'" class="caution" role="alert">{{ t('make.cool.firstMissed') }}</p>
    <template v-if="cooling.state === 'missed'">
      <p v-if="isOverruled" class="caution">{{ t('make.cool.overruled') }}</p>
      <p v-else class="caution" role="alert">{{ t(bound ? 'make.cool.missed' : 'make.cool.missedSour') }}</p>
      <form v-if="session.isOwner && !isOverruled" class="stack" @submit.prevent="keeping.submit()">
        <v-text-field v-model="reason" :label="t('make.cool.why')" maxlength="200" data-test="overrule-why" />
        <v-btn type="submit" height="72" :disabled="!reason.trim()" data-test="overrule">{{
          t('make.cool.keep')
        }}</v-btn>
      </form>
    </template>
    <p class="small quiet">
      <template v-if="last">{{
        t('make.cool.last', { temp: amount(last.tempC, '°C', 1), time: time(last.at) })
      }}</template>
      {{ t(bound ? 'make.cool.binds' : 'make.cool.sour') }}
    </p>
    <form v-if="cooling.state !== 'passed'" class="stack" novalidate @submit.prevent="put">
      <FieldAmountField v-bind="bind('temp')" :label="t('make.temp')" unit="°C" device test="cool-temp" />
      <v-select
        v-model="around"
        :items="(Object.keys(AROUND_C) as Around[]).map((value) => ({ value, title: t(`make.cool.${value}`) }))"
        :label="t('make.cool.stands')"
        data-test="cool-around"
      />
      <FieldMore :label="t('make.cool.earlier')" test="cool-earlier"><FieldWhen v-model="at" /></FieldMore>
      <v-btn type="submit" height="72" :disabled="number.temp === null" data-test="cool-save">{{
        t('make.putDown')
      }}</v-btn>
      <p v-if="form.said.value" class="caution" role="alert">{{ form.said.value }}</p>
    </form>
  </section>
</template>

<style scoped>
.left {
  font-size: 28px;
}
</style>
