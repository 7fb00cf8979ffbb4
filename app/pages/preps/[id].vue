<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { canonical } from '#core/recipe'
import { useDrinks } from '~/stores/drinks'
import { usePreps } from '~/stores/preps'
import { useSession } from '~/stores/session'

// A prep: its run of steps, each with what it does to the stream, and what it comes to.
const route = useRoute()
const id = String(route.params.id)
const { t } = useI18n({ useScope: 'global' })
const ready = useWords('lab', 'templates', 'preps')
const drinks = useDrinks()
const preps = usePreps()
const session = useSession()
const draft = useDraft(id)
const recipe = draft.recipe
const editable = computed(() => session.mayPlan)
const source = computed(() => {
  if (!recipe.value) return null
  const drawn = draft.document.value
  return editable.value || !recipe.value.standard
    ? drawn && drinks.live(drawn)
    : (drinks.standardOf(recipe.value) ?? null)
})
const document = computed(() => source.value?.document ?? null)
const evaluated = computed(() => (source.value ? drinks.evaluate(source.value) : { evaluation: null, limit: null }))
const lastGood = shallowRef<ReturnType<typeof drinks.evaluate>['evaluation']>(null)
watchEffect(() => {
  if (evaluated.value.evaluation) lastGood.value = evaluated.value.evaluation
})
const evaluation = computed(() => evaluated.value.evaluation ?? lastGood.value)
const run = useRun(document, draft.change)

const standard = computed(() => (recipe.value ? drinks.standardOf(recipe.value) : undefined))
const isOther = (a: object | null | undefined, b: object | null | undefined): boolean =>
  !!a && !!b && canonical(a) !== canonical(b)
const differs = computed(() => isOther(standard.value?.document, draft.document.value))
const signable = computed(
  () => !recipe.value?.standard || differs.value || drinks.changedSince(recipe.value).length > 0,
)
/** What the draft is held against: the standard, or the draft as it was when the page was opened. */
const opened = shallowRef(draft.document.value)
const against = computed(() => standard.value?.document ?? opened.value)
const shelf = computed(() => preps.byId.get(id))
const evaluate = computed(() => {
  const of = source.value!
  return (doc: NonNullable<typeof document.value>) => drinks.evaluateOrThrow({ ...of, document: doc })
})
</script>

<template>
  <p v-if="!recipe" class="sheet">
    {{ ready ? t('preps.gone') : '' }} <NuxtLink to="/preps">{{ t('stop.preps') }}</NuxtLink>
  </p>
  <div v-else-if="ready && document && evaluation" class="prep">
    <section class="sheet stack">
      <NuxtLink to="/preps" class="back small">{{ t('preps.all') }}</NuxtLink>
      <DrinksDraftHead :recipe="recipe" :draft="draft" :differs="differs" :editable="editable" />
      <PrepsRun :id="id" :run="run" :evaluation="evaluation" :limit="evaluated.limit" :editable="editable" />
      <DrinksSignOff v-if="editable" :id="id" :draft="draft" :sound="!evaluated.limit" :signable="signable" />
    </section>

    <aside class="side">
      <PrepsMakesCard :id="id" :evaluation="evaluation" />
      <PrepsWhatIf
        v-if="editable && isOther(against, document)"
        :before="against!"
        :of-standard="!!standard"
        :after="document"
        :evaluate="evaluate"
        @drop="run.edit(against!)"
      />
      <PrepsHowMuch
        v-if="!evaluated.limit"
        :id="id"
        :key="shelf ? 'shelf' : 'none'"
        :evaluation="evaluation"
        :evaluate="evaluate"
        :short-ml="shelf?.shortMl ?? 0"
        :editable="editable"
        @edit="run.edit"
      />
      <PrepsKeepsCard :document="document" :evaluation="evaluation" :editable="editable" @edit="run.edit" />
      <PrepsLotsCard :recipe="recipe" :shelf="shelf" />
    </aside>
  </div>
  <section v-else-if="ready" class="sheet stack" data-test="unsound">
    <h1>{{ recipe.name }}</h1>
    <DrinksLimitSentence v-if="evaluated.limit" :limit="evaluated.limit" />
    <p v-else class="caution" role="alert">{{ t('problem.recipe-unsound') }}</p>
    <NuxtLink to="/preps">{{ t('preps.all') }}</NuxtLink>
  </section>
</template>

<style scoped>
.prep {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 380px;
  gap: 18px;
  align-items: start;
}
.side {
  display: grid;
  gap: 18px;
}
.back {
  min-height: 32px;
  display: inline-flex;
  align-items: center;
  text-underline-offset: 4px;
}
@media (max-width: 1000px) {
  .prep {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
