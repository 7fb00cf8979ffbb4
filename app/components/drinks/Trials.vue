<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { ProcessLimit } from '#core/process'
import { thingsChanged } from '#core/recipe'
import {
  POINT_COUNTS,
  SAMPLE_ML,
  codesFor,
  pointsAbout,
  pointsOf,
  valueIn,
  withKept,
  type Point,
  type Varied,
} from '#core/trials'
import { useAmounts } from '~/forms/useAmounts'
import type { Glass } from '~/composables/useGlass'
import { useDrinks } from '~/stores/drinks'
import { uuid } from '~/utils/api'

// Series of small jugs from one base, one thing changed at a time; with a warning where more than one was.
const props = defineProps<{ glass: Glass }>()
const { t } = useI18n()
const { n, typed, amount } = useFormat()
const { ofLimit } = useSentence()
const drinks = useDrinks()
const ready = useWords('balance', 'lab', 'preps')
const { evaluation, recipe } = props.glass
const work = useWork(props.glass.id)
const series = work.of('series')
const changeWords = useChangeWords()

/** A drink for a cup is what a series begins from: a pot is made small as one cup of it. */
const base = computed(() => evaluation.value!.document)
const { choicesOf } = useVaried()
const choices = computed(() => choicesOf(base.value))
const chosen = ref<string | null>(null)
const varied = computed((): Varied | null => {
  const [what, of, number] = chosen.value?.split(' ') ?? []
  if (!of) return null
  if (what === 'layer') return { stream: of }
  return what === 'way' ? { step: of, way: number! } : { step: of, number: number! }
})
const choice = computed(() => choices.value.find((c) => c.value === chosen.value))
/** Where a way is tried: those of its ways that get a jug, all of them at first. */
const ways = computed(() => choice.value?.ways ?? null)
const tried = ref<string[]>([])
const unit = computed(() => choice.value?.unit ?? '1')
const points = ref<'3' | '5'>('3')
const values = useAmounts(['v0', 'v1', 'v2', 'v3', 'v4', 'sample'] as const, { sample: typed(SAMPLE_ML.usual, 'mL') })
const NAMES = ['v0', 'v1', 'v2', 'v3', 'v4'] as const
const names = computed(() => (ways.value ? [] : NAMES.slice(0, Number(points.value))))
const said = ref('')
/** Even steps about what it is: a proposal, to be typed over. */
watch([varied, points], () => {
  said.value = ''
  tried.value = ways.value?.slice(0, NAMES.length) ?? []
  if (!varied.value || ways.value) return
  try {
    const is = valueIn(base.value, varied.value)
    const about = pointsAbout(typeof is === 'number' ? is : 0, Number(points.value))
    names.value.forEach((f, i) => (values.text[f] = typed(about[i]!, '1', 2)))
  } catch (e) {
    if (!(e instanceof ProcessLimit)) throw e
    said.value = ofLimit(e)
  }
})
const form = useSubmit(async () => {})
async function start(): Promise<void> {
  said.value = ''
  form.clear()
  values.guard(
    form,
    (f) => f,
    Object.fromEntries([...names.value, 'sample'].map((f) => [f, t('problem.amount-missing')])),
  )
  if (!varied.value || Object.keys(form.fields.value).some((f) => f === 'sample' || names.value.includes(f as 'v0')))
    return
  const told = {
    varied: varied.value,
    values: ways.value
      ? ways.value.filter((w) => tried.value.includes(w))
      : names.value.map((f): Point => values.number[f]!),
    sampleMl: values.number.sample!,
  }
  try {
    pointsOf(evaluation.value!, told)
  } catch (e) {
    if (!(e instanceof ProcessLimit)) throw e
    said.value = ofLimit(e)
    return
  }
  const isThere = await work.put(
    {
      kind: 'series',
      base: base.value,
      ...told,
      codes: codesFor(told.values.length, Math.floor(Date.now() / 1000) % 1e9),
      notes: told.values.map(() => ''),
      verdict: null,
    },
    uuid(),
  )
  if (isThere) chosen.value = null
}
/** What of the draft is otherwise than the standard: more than one thing at a time teaches nothing. */
const since = computed(() => {
  const standard = recipe.value?.standard && drinks.sourceOf(recipe.value.standard.snapshot)
  const draft = props.glass.draft.document.value
  return standard && draft && thingsChanged(standard.document, draft).length > 1
    ? changeWords.lines(standard.document, draft)
    : null
})
</script>

<template>
  <div v-if="ready && evaluation && recipe" class="stack" data-test="trials">
    <p class="quiet">{{ t('trials.why') }}</p>
    <p v-if="since" class="caution" role="note" data-test="more-than-one">
      {{ t('trials.moreThanOne', { n: n(since.length) }) }} {{ since.join('; ') }}.
    </p>
    <form class="stack" novalidate @submit.prevent="start">
      <v-select v-model="chosen" :items="choices" :label="t('trials.varied')" data-test="trial-varied" />
      <template v-if="varied">
        <fieldset v-if="ways" class="ways" data-test="trial-ways">
          <legend class="small quiet">{{ t('trials.ways') }}</legend>
          <v-checkbox
            v-for="w in ways"
            :key="w"
            v-model="tried"
            :value="w"
            :label="t(`choice.${w}`)"
            hide-details
            :data-value="w"
          />
        </fieldset>
        <FieldChoice
          v-else
          v-model="points"
          :label="t('trials.points')"
          :items="POINT_COUNTS.map((p) => ({ value: String(p) as '3' | '5', title: String(p) }))"
          test="trial-points"
        />
        <div class="fields">
          <FieldAmountField
            v-for="(f, i) in names"
            :key="f"
            v-bind="values.bind(f)"
            :label="t('trials.point', { n: i + 1 })"
            unit="1"
            :hint="unit === '1' ? '' : unit"
            :error="form.fields.value[f]"
            :test="`trial-${f}`"
          />
          <FieldAmountField
            v-bind="values.bind('sample')"
            :label="t('trials.sample')"
            unit="mL"
            :hint="t('trials.inAll', { v: amount((values.number.sample ?? 0) * (ways ? tried : names).length, 'mL') })"
            :error="form.fields.value.sample"
            test="trial-sample"
          />
        </div>
      </template>
      <p v-if="said" class="caution" role="alert">{{ said }}</p>
      <v-btn type="submit" color="primary" :disabled="!varied" data-test="trial-start">{{ t('trials.start') }}</v-btn>
    </form>
    <p v-if="work.said.value" class="caution" role="alert">{{ work.said.value }}</p>
    <DrinksSeriesCard
      v-for="s in series"
      :key="s.id"
      :series="s"
      :varied-as="choices"
      @put="work.put($event, s.id)"
      @keep="glass.edit(withKept(glass.draft.document.value!, s.body))"
    />
    <p v-if="work.ready.value && !series.length" class="quiet">{{ t('trials.none') }}</p>
  </div>
</template>

<style scoped>
.stack > .v-btn {
  justify-self: start;
}
.ways {
  border: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 20px;
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(110px, 1fr));
  gap: 10px;
}
</style>
