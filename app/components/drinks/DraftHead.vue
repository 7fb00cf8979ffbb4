<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Recipe } from '#shared/contract'
import type { useDraft } from '~/composables/useDraft'

// What a recipe is called, which standard it has, and, where somebody else was faster, whose text it is to be.
const props = defineProps<{
  recipe: Recipe
  draft: ReturnType<typeof useDraft>
  /** the draft is otherwise than its standard */
  differs: boolean
  editable: boolean
  /** what it is of, before its standard */
  of?: string
}>()
const { t } = useI18n()
const { day } = useFormat()
const name = computed({ get: () => props.draft.name.value, set: (to) => props.draft.rename(to) })
const signed = computed(() => {
  const { standard } = props.recipe
  if (!standard) return t('drinks.notSigned')
  return t('drinks.signed', { n: standard.number, day: day(standard.signedAt), who: standard.signedBy })
})
</script>

<template>
  <div class="title">
    <h1 v-if="editable" class="sr">{{ name }}</h1>
    <input v-if="editable" v-model="name" class="name" :aria-label="t('drinks.name')" maxlength="80" data-test="name" />
    <h1 v-else>{{ recipe.name }}</h1>
    <p class="quiet small">
      <template v-if="of">{{ of }} · </template>{{ signed
      }}<template v-if="differs && editable">
        · <b>{{ t('drinks.differs') }}</b></template
      >
    </p>
    <DrinksAsSigned :recipe="recipe" />
  </div>
  <div v-if="draft.state.value === 'stale'" class="caution" role="alert" data-test="stale">
    <p>
      <b>{{ t('stale.title') }}</b> {{ t('stale.drink', { name: draft.theirs.value?.name }) }}
    </p>
    <div class="row">
      <v-btn data-test="take-theirs" @click="draft.takeTheirs()">{{ t('stale.theirs') }}</v-btn><v-btn
        data-test="keep-mine"
        @click="draft.keepMine()"
        >{{ t('stale.mine') }}</v-btn
      >
    </div>
  </div>
</template>

<style scoped>
.name {
  font: 700 28px/1.15 var(--head);
  letter-spacing: -0.01em;
  color: var(--ink);
  width: 100%;
  border: 0;
  border-bottom: 2px solid transparent;
  background: none;
  padding: 2px 0;
}
.name:hover,
.name:focus {
  border-color: var(--rule);
  outline: none;
  box-shadow: none;
}
.row {
  margin-top: 8px;
}
</style>
