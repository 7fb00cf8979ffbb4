<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { learnedFrom } from '#core/batch'
import { itemKey } from '#core/recipe'
import { useDrinks } from '~/stores/drinks'
import { useSession } from '~/stores/session'
import type { RunView } from '~/stores/make'

// A batch as it happened: what was planned beside what was put in, its figures, every event with who told it, what was
// read, and what it taught.
const props = defineProps<{ view: RunView; isUnderWay: boolean }>()
const emit = defineEmits<{ run: [] }>()
const { t } = useI18n({ useScope: 'global' })
const { amount, day, time, name, n, money } = useFormat()
const session = useSession()
const drinks = useDrinks()
const ending = useEndBatch(() => props.view)
const { stepName } = useRunWords()
const run = computed(() => props.view.run)
/** What really is: what is in it by now, or all of it. */
const actual = computed(() => (props.isUnderWay ? props.view.pot : (props.view.pot ?? props.view.evaluation)))
const rows = computed(() => {
  const planned = new Map((props.view.planned?.bill.own ?? []).map((o) => [o.stream, o]))
  const is = new Map((props.view.evaluation?.bill.own ?? []).map((o) => [o.stream, o]))
  const notIn = new Set(ending.notIn.value.map((x) => x.take))
  return [...new Set([...planned.keys(), ...is.keys()])].map((stream) => {
    const [was, now] = [planned.get(stream), is.get(stream)]
    const isTold = props.view.actual.told.has(stream)
    const isNotIn = !props.isUnderWay && notIn.has(stream)
    return {
      stream,
      name: name(itemKey((now ?? was)!.item)),
      plannedG: was?.mass.value ?? null,
      isG: now && !isNotIn && (isTold || !props.isUnderWay) ? now.mass.value : null,
      how: isTold || props.isUnderWay ? null : t(isNotIn ? 'make.isNotIn' : 'make.asPlanned'),
    }
  })
})
const figures = computed(() =>
  (['volume', 'brix', 'ta', 'ratio'] as const).map((key) => ({
    key,
    planned: props.view.planned?.jug[key] ?? null,
    now: actual.value?.jug[key] ?? null,
    digits: key === 'ta' ? 2 : key === 'volume' ? 0 : 1,
  })),
)
const cost = useBatchCost(() => props.view)
const learned = computed(() =>
  props.view.made?.made
    ? props.view.made.made.learned
    : props.view.planned
      ? learnedFrom(run.value.planned, run.value.events, (doc) => drinks.evaluateRun(run.value, doc))
      : [],
)
const opOf = (step: string): string => {
  const job = props.view.jobs.find((j) => j.step === step)
  return job ? stepName({ ...job, weighs: [] }) : step
}
const form = useSubmit(async () => {
  const id = run.value.recipeId ? await ending.redraft() : await ending.draft(run.value.name)
  if (id) await navigateTo(`/${run.value.planned.kind === 'prep' ? 'preps' : 'drinks'}/${id}`)
})
</script>

<template>
  <div class="record" data-test="record">
    <section class="sheet stack">
      <NuxtLink to="/make" class="small back">← {{ t('stop.make') }}</NuxtLink>
      <div class="spread">
        <h1>{{ run.name }}</h1>
        <NuxtLink v-if="isUnderWay && view.jobs.length" :to="`/make/sheet/${run.id}`" data-test="on-paper">{{
          t('make.sheet.open')
        }}</NuxtLink>
        <v-btn v-if="isUnderWay" color="primary" height="56" data-test="to-run" @click="emit('run')">{{
          t('make.goOn')
        }}</v-btn>
      </div>
      <p class="quiet">
        {{ t('make.begunBy', { who: run.by, day: day(run.at), time: time(run.at) }) }}
        <template v-if="run.vessel"> · {{ run.vessel.name }}</template> · {{ t(`make.state.${view.state}`) }}
      </p>
      <p v-if="view.limit" class="caution" role="alert">
        {{ t('make.cannot') }} <DrinksLimitSentence :limit="view.limit" />
      </p>
      <p v-for="o in view.actual.odd" :key="o.event.id" class="caution" data-test="odd">
        {{ t('make.odd', { time: time(o.event.at) }) }}
      </p>
      <table class="rows" data-test="planned-actual">
        <thead>
          <tr>
            <th>{{ t('make.what') }}</th>
            <th class="r">{{ t('make.planned') }}</th>
            <th class="r">{{ t('make.actual') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in rows" :key="r.stream" :data-test="`row-${r.stream}`">
            <td>
              {{ r.name }}<span v-if="r.how" class="small quiet"> · {{ r.how }}</span>
            </td>
            <td class="r num">{{ r.plannedG === null ? '' : amount(r.plannedG, 'g', r.plannedG < 10 ? 1 : 0) }}</td>
            <td class="r num">{{ r.isG === null ? '' : amount(r.isG, 'g', r.isG < 10 ? 1 : 0) }}</td>
          </tr>
          <tr v-for="f in figures" :key="f.key" :data-test="`figure-${f.key}`">
            <td>{{ t(f.key === 'volume' ? 'make.volume' : `target.${f.key}`) }}</td>
            <td class="r">
              <FigureButton v-if="f.planned" :figure="f.planned" :digits="f.digits" :label="t('make.planned')" />
            </td>
            <td class="r">
              <FigureButton v-if="f.now" :figure="f.now" :digits="f.digits" :label="t('make.actual')" />
            </td>
          </tr>
          <tr v-if="session.isOwner" data-test="figure-cost">
            <td>{{ t(cost.isPaid.value ? 'make.costPaid' : 'make.cost') }}</td>
            <td class="r num">{{ cost.planned.value === null ? t('make.notKnown') : money(cost.planned.value) }}</td>
            <td class="r num">{{ cost.actual.value === null ? t('make.notKnown') : money(cost.actual.value) }}</td>
          </tr>
        </tbody>
      </table>
      <MakeClaim v-if="view.made" :view="view" @take="form.submit()" />
      <p v-if="view.made" data-test="came-out">
        {{
          t('make.gave', {
            amount: view.made.outUnit === 'g' ? amount(view.made.outG, 'g', 0) : amount(view.made.outMl / 1000, 'L', 2),
          })
        }}
        <NuxtLink :to="`/fruit/lot/${view.made.lotId}`">{{ t('make.toLot') }}</NuxtLink> ·
        <NuxtLink :to="`/label/${view.made.lotId}`" data-test="print-label">{{ t('make.printLabel') }}</NuxtLink>
      </p>
      <div v-if="session.mayPlan && run.events.length" class="stack">
        <p class="small quiet">{{ t('make.totalIs') }}</p>
        <v-btn :loading="form.busy.value" data-test="as-recipe" @click="form.submit()">{{ t('make.asRecipe') }}</v-btn>
        <p v-if="form.said.value" class="caution" role="alert">{{ form.said.value }}</p>
      </div>
    </section>
    <aside class="stack">
      <MakeCooling :view="view" />
      <LazyMakeReadings v-if="view.run.events.some((e) => e.kind === 'read')" :view="view" />
      <MakeTasted :run-id="run.id" />
      <section v-if="learned.length" class="sheet stack" data-test="learned">
        <h2>{{ t('make.taught') }}</h2>
        <ul class="plain">
          <li v-for="(l, i) in learned" :key="i">
            {{ t(`make.learned.${l.quantity}`, { step: opOf(l.step), percent: n(l.ratio * 100) }) }}
          </li>
        </ul>
      </section>
      <section class="sheet stack">
        <h2>{{ t('make.events') }}</h2>
        <MakeEvents :view="view" :is-under-way="isUnderWay" />
      </section>
    </aside>
  </div>
</template>

<style scoped>
.record {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 380px;
  gap: 18px;
  align-items: start;
}
.back {
  min-height: 32px;
  display: inline-flex;
  align-items: center;
}
.plain {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
@media (max-width: 1000px) {
  .record {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
