<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Recipe } from '#shared/contract'
import type { ToBegin } from '~/composables/useBegin'
import { matches } from '~/utils/words'

// Any standard of the stand, to be begun beside what was planned.
const props = defineProps<{ recipes: readonly Recipe[]; day: string }>()
const emit = defineEmits<{ pick: [of: ToBegin] }>()
const { t } = useI18n({ useScope: 'global' })
const { standardOf } = useBegin()
const search = ref('')
const found = computed(() =>
  props.recipes
    .filter((r) => r.standard && (!search.value.trim() || matches(search.value, r.name)))
    .sort((a, b) => a.name.localeCompare(b.name)),
)
const pick = (recipe: Recipe): void =>
  emit('pick', { recipe, name: recipe.name, evaluation: standardOf(recipe), day: null, making: null })
</script>

<template>
  <section class="sheet stack" data-test="pick">
    <h2>{{ t('make.pick') }}</h2>
    <FieldSearch v-if="recipes.length > 8" v-model="search" :label="t('make.search')" />
    <p v-if="!found.length" class="quiet">{{ t('make.noStandard') }}</p>
    <ul>
      <li v-for="r in found" :key="r.id">
        <v-btn block height="56" class="one" @click="pick(r)">{{ r.name }}</v-btn>
      </li>
    </ul>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
  max-height: 60vh;
  overflow-y: auto;
}
.one {
  justify-content: start;
}
</style>
