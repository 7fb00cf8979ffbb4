<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { likedOrder } from '#core/sensory'
import type { Decision, PanelEventBody } from '#core/sensory/words'
import type { WorkBody } from '#shared/contract'
import type { PanelView } from '~/stores/taste'

// What is made of what a panel said: a batch is kept, corrected or thrown away; of a series one jug is kept.
const props = defineProps<{ view: PanelView }>()
const emit = defineEmits<{ tell: [event: PanelEventBody] }>()
const { t } = useI18n({ useScope: 'global' })
const { day, time } = useFormat()
const about = computed(() => props.view.panel.about)
const isBatch = computed(() => props.view.panel.purpose === 'batch')
const decided = computed(() => props.view.now.decided)
/** Where the batch that was tasted is seen to; what is on the shelf has its page too. */
function placeOf(as: Decision): string | null {
  const ask = as === 'correct' ? '?ask=pot' : as === 'throw' ? '?ask=end' : ''
  if (about.value?.kind === 'run') return `/make/${about.value.id}${ask}`
  const lotId = props.view.panel.samples[1]?.lotId
  return lotId ? `/fruit/lot/${lotId}` : null
}
async function decide(as: Decision): Promise<void> {
  emit('tell', { kind: 'decided', as, sample: null })
  const place = placeOf(as)
  if (place && as !== 'keep') await navigateTo(place)
}

const series = computed(() => (about.value?.kind === 'series' ? about.value : null))
const work = useWork(series.value?.recipeId ?? '', () => series.value !== null)
/** The samples of a series, those that were liked best in front. */
const inOrder = computed(() => likedOrder(props.view.panel, props.view.result))
/** What the panel said goes beside each jug that was in it; the verdict is whoever decides. */
function noteOf(sample: number): string {
  const { result, now } = props.view
  const n = now.seats.filter((s) => s.answer).length
  if (result?.kind === 'ranking') return t('taste.decide.ranked', { sum: result.ranked.sums[sample]!, n })
  if (result?.kind === 'preference') return t('taste.decide.liked', { k: result.chosen[sample]!, n })
  return ''
}
/** Letters that a note of a series holds. */
const MOST_NOTE = 400
async function take(sample: number): Promise<void> {
  const body = work.of('series').value.find((w) => w.id === series.value!.id)?.body
  const step = props.view.panel.samples[sample]!.step
  if (!body || step === null) return
  const notes = [...body.notes]
  for (const [i, s] of props.view.panel.samples.entries()) {
    const note = noteOf(i)
    // Whoever takes another one later does not say it twice.
    if (s.step !== null && !notes[s.step]?.includes(note))
      notes[s.step] = [notes[s.step], note].filter(Boolean).join('; ').slice(0, MOST_NOTE)
  }
  const next: WorkBody = { ...body, notes, verdict: step }
  if (await work.put(next, series.value!.id)) emit('tell', { kind: 'decided', as: 'sample', sample })
}
const nameOf = (sample: number | null): string => props.view.panel.samples[sample ?? 0]?.name ?? ''
</script>

<template>
  <section v-if="isBatch || series" class="sheet stack no-print" data-test="decide">
    <h2>{{ t('taste.decide.title') }}</h2>
    <p v-if="decided" data-test="decided">
      <b>{{ t(`taste.decide.did.${decided.as}`, { name: nameOf(decided.sample) }) }}</b>{{ ' ' }}
      <span class="small quiet"> {{ decided.by }} · {{ day(decided.at) }} {{ time(decided.at) }}</span>
    </p>
    <template v-if="isBatch">
      <p class="small">{{ t('taste.decide.readings') }}</p>
      <div class="row">
        <v-btn height="72" data-test="decide-keep" @click="decide('keep')">{{ t('taste.decide.keep') }}</v-btn>
        <v-btn
          height="72"
          :color="view.result && 'told' in view.result && view.result.told.differs ? 'primary' : undefined"
          data-test="decide-correct"
          @click="decide('correct')"
          >{{ t('taste.correct') }}</v-btn
        >
        <v-btn height="72" variant="text" data-test="decide-throw" @click="decide('throw')">{{
          t('taste.decide.throw')
        }}</v-btn>
      </div>
    </template>
    <template v-else-if="series">
      <p v-if="!work.of('series').value.length && work.ready.value" class="small quiet">
        {{ t('taste.decide.noSeries') }}
      </p>
      <div v-else class="row">
        <v-btn v-for="i in inOrder" :key="i" height="72" :data-test="`take-sample-${i}`" @click="take(i)">{{
          t('taste.decide.take', { name: nameOf(i) })
        }}</v-btn>
      </div>
      <p v-if="work.said.value" class="caution" role="alert">{{ work.said.value }}</p>
      <NuxtLink :to="`/drinks/${series.recipeId}?do=trials`" data-test="to-series">{{
        t('taste.decide.toSeries')
      }}</NuxtLink>
    </template>
  </section>
</template>
