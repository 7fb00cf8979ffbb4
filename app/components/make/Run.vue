<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { standing } from '#core/batch'
import { capacityOf } from '~/stores/make'
import { useSession } from '~/stores/session'

// One step fills the screen: what is next, into what, and how one sees that it is done. What goes by itself is beside.
const props = defineProps<{ id: string }>()
const emit = defineEmits<{ record: [] }>()
const { t } = useI18n({ useScope: 'global' })
const { amount } = useFormat()
const session = useSession()
const hand = useBatch(props.id)
const { view, job, weigh, chosen, said, doubts, busy, tell, confirm, mend } = hand
const { loadOf } = useRunWords()
useAwake()

const run = computed(() => view.value!.run)
const plannedMl = computed(() => view.value?.evaluation?.jug.volume.value ?? 0)
const capacityMl = computed(() => (view.value ? capacityOf(view.value) : 1))
const nowMl = computed(() => view.value?.pot?.jug.volume.value ?? 0)
const litres = (ml: number): string => amount(ml / 1000, 'L', 2)
const label = computed(() =>
  t('make.vesselLabel', { name: run.value.name, ml: litres(nowMl.value), of: litres(capacityMl.value) }),
)
const isUnplanned = computed(() => !run.value.planned.steps.length)
const ask = useAskAfter(view)
/** What somebody may take back: what they told last themselves. */
const last = computed(() => {
  const mine = standing(view.value?.run.events ?? []).filter((e) => e.by === session.person?.name)
  return mine.findLast((e) => !['heard', 'timer', 'note'].includes(e.kind)) ?? null
})
async function undo(): Promise<void> {
  if (last.value) await tell([{ kind: 'void', event: last.value.id }])
}
const asked = useRoute().query.ask
const panel = ref<'different' | 'pot' | 'end' | 'today' | null>(asked === 'pot' || asked === 'end' ? asked : null)
watch(
  () => `${job.value?.step} ${weigh.value?.take}`,
  () => {
    if (panel.value === 'different') panel.value = null
  },
)
const { juices } = useTodaysJuice(hand)
/** Before anything is mixed, what today's juice reads decides. */
const hasJuice = computed(() => view.value !== null && view.value.planned !== null && juices.value.length > 0)
const isAtEnd = computed(() => !isUnplanned.value && !job.value && !ask.of.value)
const wipe = ref(false)
</script>

<template>
  <div v-if="view" class="run" data-test="run">
    <section class="sheet pot">
      <NuxtLink to="/make" class="small back">← {{ t('stop.make') }}</NuxtLink>
      <h1>{{ run.name }}</h1>
      <MakeVessel
        tall
        :capacity-ml="capacityMl"
        :pot="view.pot"
        :planned-ml="isUnplanned ? 0 : plannedMl"
        :scale-ml="capacityMl"
        :label="label"
      />
      <p class="now" data-test="pot-now">
        <span class="num">{{ litres(nowMl) }}</span>
        <span v-if="!isUnplanned" class="small quiet">{{ t('make.ofPlanned', { ml: litres(plannedMl) }) }}</span>
      </p>
      <p v-if="view.pot" class="small quiet" data-test="pot-brix">
        <FigureButton :figure="view.pot.jug.brix" :digits="1" :label="t('make.inThePot')" />
        <template v-if="run.vessel"> · {{ run.vessel.name }}</template>
      </p>
      <MakeWho />
      <div class="tools">
        <v-btn data-test="open-pot" height="72" @click="panel = panel === 'pot' ? null : 'pot'">{{
          t('make.pot')
        }}</v-btn>
        <v-btn data-test="wipe" height="72" @click="wipe = true">{{ t('make.wipe') }}</v-btn>
      </div>
    </section>

    <section class="main">
      <p v-if="view.limit" class="caution" role="alert">
        {{ t('make.cannot') }} <DrinksLimitSentence :limit="view.limit" />
      </p>
      <MakePot v-if="panel === 'pot'" :hand="hand" @close="panel = null" />
      <MakeToday v-else-if="panel === 'today'" :hand="hand" @close="panel = null" />
      <MakeUnplanned v-else-if="isUnplanned && panel !== 'end'" :hand="hand" @end="panel = 'end'" />
      <MakeEnd
        v-else-if="isAtEnd || panel === 'end'"
        :hand="hand"
        :early="!isAtEnd && !isUnplanned"
        @close="panel = null"
      />
      <MakeAskAfter v-else-if="ask.of.value" :key="ask.of.value.step" :hand="hand" :ask="ask" />
      <MakeDifferent v-else-if="panel === 'different' && weigh" :hand="hand" :weigh="weigh" @close="panel = null" />
      <MakeWeigh v-else-if="job && weigh" :key="weigh.take" :hand="hand" :job="job" :weigh="weigh" />
      <MakeStep v-else-if="job" :key="job.step" :hand="hand" :job="job" />
      <p v-if="said" class="caution" role="alert" data-test="run-said">{{ said }}</p>
      <FieldDoubtBox :doubts="doubts" @mend="mend" @confirm="confirm" />
      <div v-if="panel === null || panel === 'different'" class="others">
        <v-btn height="72" :disabled="!last || busy" data-test="undo" @click="undo">{{ t('make.undo') }}</v-btn>
        <v-btn
          v-if="weigh"
          height="72"
          :disabled="busy"
          data-test="not-today"
          @click="tell([{ kind: 'left-out', take: weigh.take }])"
          >{{ t('make.notToday') }}</v-btn
        >
        <v-btn
          v-else-if="job && job.state === 'to-do' && job.weighs.every((w) => w.isDone || w.fills)"
          height="72"
          :disabled="busy"
          data-test="skip-step"
          @click="tell([{ kind: 'skipped', step: job.step }])"
          >{{ t('make.notToday') }}</v-btn
        >
        <v-btn
          v-if="weigh"
          height="72"
          data-test="different"
          @click="panel = panel === 'different' ? null : 'different'"
          >{{ t('make.different') }}</v-btn
        >
        <v-btn v-if="weigh && hasJuice" height="72" data-test="today-open" @click="panel = 'today'">{{
          t('make.today-s.open')
        }}</v-btn>
        <v-btn height="72" data-test="to-record" @click="emit('record')">{{ t('make.record') }}</v-btn>
        <v-btn v-if="!isAtEnd && !isUnplanned" height="72" data-test="end-early" @click="panel = 'end'">{{
          t('make.endNow')
        }}</v-btn>
      </div>
    </section>

    <MakeStrip :id="id" v-model="chosen" :hand="hand" :load-of="loadOf" />
    <MakeWipe v-if="wipe" @done="wipe = false" />
  </div>
</template>

<style scoped>
.run {
  display: grid;
  grid-template-columns: 270px minmax(0, 1fr) 240px;
  gap: 14px;
  align-items: start;
}
.pot {
  display: grid;
  gap: 8px;
  justify-items: start;
}
.pot h1 {
  font-size: 22px;
}
.back {
  min-height: 32px;
}
.now {
  display: flex;
  gap: 8px;
  align-items: baseline;
}
.now .num {
  font-size: 30px;
}
.main {
  display: grid;
  gap: 14px;
}
.tools {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
}
.others {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 10px;
}
@media (max-width: 1100px) {
  .run {
    grid-template-columns: 220px minmax(0, 1fr);
  }
  .run > :nth-child(3) {
    grid-column: 1 / -1;
  }
}
@media (max-width: 700px) {
  .run {
    grid-template-columns: minmax(0, 1fr);
  }
  .main {
    order: -1;
  }
  .pot :deep(svg) {
    max-height: 170px;
  }
}
</style>
