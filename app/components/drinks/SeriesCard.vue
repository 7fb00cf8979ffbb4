<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { ProcessLimit } from '#core/process'
import type { RecipeDocument } from '#core/recipe'
import { pointsOf, smallOf, valueIn } from '#core/trials'
import type { Work, WorkBody } from '#shared/contract'
import type { VariedChoice } from '~/composables/useVaried'
import { useDrinks } from '~/stores/drinks'

// One series: what goes into each small jug under its code, what was said of it, and which one was kept.
type Series = Extract<WorkBody, { kind: 'series' }>
const props = defineProps<{ series: Work & { body: Series }; variedAs: readonly VariedChoice[] }>()
const emit = defineEmits<{ put: [body: WorkBody]; keep: [] }>()
const { t } = useI18n()
const { n, amount, name, day, typed } = useFormat()
const drinks = useDrinks()
const { lines } = useChangeWords()

const body = computed(() => props.series.body)
const evaluate = (document: RecipeDocument) => drinks.evaluate(drinks.live(document))
const base = computed(() => evaluate(body.value.base).evaluation)
const points = computed(() => {
  if (!base.value) return []
  try {
    return pointsOf(base.value, body.value).map((document, i) => {
      const cup = evaluate(document)
      const small = cup.evaluation && smallOf(document, body.value.sampleMl, cup.evaluation.jug.volume.value)
      return { document, code: body.value.codes[i]!, value: body.value.values[i]!, ...(small ? evaluate(small) : cup) }
    })
  } catch (e) {
    if (e instanceof ProcessLimit) return []
    throw e
  }
})
const { wordsOf } = useVaried()
const varied = computed(() => wordsOf(body.value.varied, props.variedAs))
/** Codes hide which is which until one is kept, or somebody asks. */
const open = ref(body.value.verdict !== null)
const notes = reactive([...body.value.notes])
function noted(i: number): void {
  if (notes[i] !== body.value.notes[i]) emit('put', { ...body.value, notes: notes.map((x) => x.trim()) })
}
function keep(i: number): void {
  open.value = true
  emit('put', { ...body.value, notes: notes.map((x) => x.trim()), verdict: i })
}
const kept = computed(() => (body.value.verdict === null ? null : points.value[body.value.verdict]))
const changed = computed(() => (kept.value ? lines(body.value.base, kept.value.document) : []))
const isSame = computed(() => valueIn(body.value.base, body.value.varied) === kept.value?.value)
</script>

<template>
  <article class="series stack" data-test="series">
    <div class="spread">
      <h2>{{ varied.title }}</h2>
      <span class="small quiet">{{ day(series.at) }} {{ series.by }} · {{ amount(body.sampleMl, 'mL') }}</span>
    </div>
    <p v-if="!points.length" class="caution" role="alert">{{ t('trials.cannot') }}</p>
    <div
      v-for="(p, i) in points"
      :key="p.code"
      class="point"
      :class="{ kept: i === body.verdict }"
      :data-test="`sample-${i}`"
    >
      <b class="code num">{{ p.code }}</b>
      <div>
        <p v-if="p.evaluation" class="small">
          {{ p.evaluation.layers.map((l) => `${name(l.key)} ${amount(l.mass.value, 'g', 1)}`).join(' · ') }}
        </p>
        <p v-if="open && p.evaluation" class="small quiet">
          {{ typeof p.value === 'string' ? t(`choice.${p.value}`) : typed(p.value, '1', 2) }}
          {{ varied.unit === '1' ? '' : varied.unit }} · {{ n(p.evaluation.jug.brix.value, 1) }} °Bx<template
            v-if="p.evaluation.jug.ratio"
          >
            · {{ n(p.evaluation.jug.ratio.value, 1) }} : 1</template
          >
        </p>
        <DrinksLimitSentence v-if="p.limit" :limit="p.limit" />
        <v-text-field
          v-model="notes[i]"
          :label="t('trials.note')"
          maxlength="400"
          density="compact"
          :data-test="`note-${i}`"
          @blur="noted(i)"
        />
      </div>
      <v-btn
        size="small"
        height="48"
        :color="i === body.verdict ? 'primary' : undefined"
        :aria-pressed="i === body.verdict"
        :data-test="`keep-${i}`"
        @click="keep(i)"
        >{{ i === body.verdict ? t('trials.kept') : t('trials.keep') }}</v-btn
      >
    </div>
    <div class="row">
      <v-btn
        v-if="body.verdict === null && points.length"
        variant="text"
        height="48"
        :to="`/taste/new?series=${series.id}&drink=${series.recipeId}`"
        data-test="taste-series"
        >{{ t('trials.taste') }}</v-btn
      >
      <v-btn v-if="!open" variant="text" data-test="open-codes" @click="open = true">{{ t('trials.open') }}</v-btn>
      <template v-if="kept">
        <p class="small" data-test="series-changed">
          {{ isSame ? t('trials.asBefore') : t('trials.changed', { list: changed.join('; ') }) }}
        </p>
        <v-btn v-if="!isSame" data-test="into-draft" @click="emit('keep')">{{ t('found.take') }}</v-btn>
      </template>
    </div>
  </article>
</template>

<style scoped>
.series {
  border-top: 2px solid var(--ink);
  padding-top: 12px;
}
.point {
  display: grid;
  grid-template-columns: 64px minmax(0, 1fr) auto;
  gap: 12px;
  align-items: start;
  border-top: 1px solid var(--rule);
  padding-top: 10px;
}
.kept {
  background: #faf5e6;
}
.code {
  font: 700 24px var(--head);
}
@media (max-width: 480px) {
  .point {
    grid-template-columns: 52px minmax(0, 1fr);
  }
  .point > .v-btn {
    grid-column: 2;
    justify-self: start;
  }
}
</style>
