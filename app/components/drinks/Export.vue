<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { recipeJsonLd } from '#core/household'
import { itemKey, type RecipeDocument } from '#core/recipe'
import type { Glass } from '~/composables/useGlass'
import { usePlan } from '~/stores/plan'

// A drink as a file that any program reads (schema.org Recipe, JSON-LD), and that comes back equal; and a copy of it.
const props = defineProps<{ glass: Glass }>()
const { t, locale } = useI18n()
const { n, name, amount } = useFormat()
const { recipe, draft, evaluation } = props.glass
const { copy, said } = useCopy()
const plan = usePlan()

const lineOf = (doc: RecipeDocument): string[] =>
  doc.steps.flatMap((s) =>
    s.op === 'take'
      ? [`${n(s.amount.value, Number.isInteger(s.amount.value) ? 0 : 2)} ${s.amount.unit} ${name(itemKey(s.item))}`]
      : [],
  )
function save(): void {
  const document = draft.document.value!
  const made = evaluation.value!
  const ld = recipeJsonLd({
    name: draft.name.value,
    note: draft.note.value,
    category: t(`family.${recipe.value!.family}`),
    language: locale.value,
    day: plan.today,
    ingredients: lineOf(document),
    steps: made.timeline.map((s) => `${t(`step.${s.op}`)}. ${t(`endSign.${s.endSign}`)}`),
    makes: made.pot
      ? t('versions.makesPot', { l: amount(made.pot.volume.value / 1000, 'L', 2), n: n(made.pot.cups.value, 1) })
      : t('versions.makesCup', { ml: amount(made.jug.volume.value, 'mL', 0) }),
    minutes: made.handMin + made.waitMin,
    document,
  })
  const file = `${draft.name.value.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()}.jsonld`
  saveText(file, JSON.stringify(ld, null, 2), 'application/ld+json')
}
</script>

<template>
  <v-btn size="small" height="44" data-test="export" @click="save">{{ t('versions.export') }}</v-btn>
  <v-btn size="small" height="44" data-test="copy" @click="copy(recipe!, draft.document.value!)">{{
    t('versions.copy')
  }}</v-btn>
  <p v-if="said" class="caution" role="alert">{{ said }}</p>
</template>
