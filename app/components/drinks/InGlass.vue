<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { asCup, asPot } from '#core/recipe'
import type { Glass } from '~/composables/useGlass'

// What is in the glass, or in the pot that fills it: amounts, what is held, the cup, and the sign-off.
const props = defineProps<{ glass: Glass }>()
const selected = defineModel<string>('selected', { required: true })
const { t } = useI18n()
const { name } = useFormat()
const { recipe, document, evaluation, evaluated, cost, cup, editable, draft } = props.glass

/** Shown for the pot that it was typed for, until somebody asks for the cup. */
const view = ref<'cup' | 'pot'>('pot')
const isPot = computed(() => !!evaluation.value?.pot && view.value === 'pot')
function show(as: 'cup' | 'pot'): void {
  view.value = as
  if (as === 'pot' && editable.value && evaluation.value && !evaluation.value.pot)
    props.glass.edit(asPot(evaluation.value))
}
</script>

<template>
  <template v-if="evaluation && document">
    <DrinksCupOrPot
      :evaluation="evaluation"
      :view="isPot ? 'pot' : 'cup'"
      :editable="editable"
      @show="show"
      @as-cup="glass.edit(asCup(evaluation))"
    />
    <DrinksHolds v-if="editable" :glass="glass" />
    <DrinksLayerTable
      v-model:selected="selected"
      :is-pot="isPot"
      :evaluation="evaluation"
      :document="document"
      :cost="cost"
      :editable="editable && (isPot || !document.pot)"
      :held="glass.held.value"
      @amount="glass.setAmount"
      @remove="glass.remove"
      @hold="glass.toggleHeld"
    />
    <p v-if="glass.removed.value" class="row small" role="status">
      {{ t('layer.removed', { name: name(glass.removed.value) }) }}
      <v-btn size="small" height="40" data-test="undo" @click="glass.undo">{{ t('do.undo') }}</v-btn>
    </p>
    <DrinksAddLayer
      v-if="editable && (isPot || !document.pot)"
      :taken="evaluation.layers.map((l) => l.key)"
      @add="glass.add"
    />
    <DrinksCupFields v-if="editable" :document="document" :cup="cup" @edit="glass.edit" />
    <DrinksOnTheCup :document="document" :cost="cost" :editable="editable" @edit="glass.edit" />
    <DrinksLimitSentence v-if="evaluated.limit" :limit="evaluated.limit" />
    <DrinksFlags :evaluation="evaluation" :cup="cup" :missing="cost?.missing ?? []" />
    <DrinksSignOff
      v-if="editable"
      :id="glass.id"
      :draft="draft"
      :sound="!evaluated.limit"
      :signable="glass.signable.value"
    />
    <NuxtLink v-if="!editable && recipe?.standard" :to="`/drinks/${glass.id}/sheet`" data-test="to-sheet">{{
      t('drinkTask.sheet')
    }}</NuxtLink>
    <DrinksCautions :cautions="evaluation.cautions" />
  </template>
</template>
