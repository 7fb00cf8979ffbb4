<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { cupsInAll } from '#core/scale'
import { usePlan, type Unsound } from '~/stores/plan'

// Planned drinks that cannot be worked out: which, and why, so that the rest is not taken for all.
const props = defineProps<{ of?: readonly Unsound[] }>()
const plan = usePlan()
const unsound = computed(() => props.of ?? plan.unsound)
const { t } = useI18n()
const { n } = useFormat()
const { ofLimit } = useSentence()
</script>

<template>
  <div v-if="unsound.length" class="stack" role="alert" data-test="unsound">
    <p v-for="u in unsound" :key="u.line.id" class="caution">
      <b>{{ t('plan.unsound', { name: u.name || t('plan.goneDrink'), cups: n(cupsInAll(u.line)) }) }}</b>
      {{ ofLimit(u.why) }}
      <NuxtLink v-if="u.name" :to="`/drinks/${u.line.recipeId}`">{{ t('plan.toDrink') }}</NuxtLink>
    </p>
  </div>
</template>
