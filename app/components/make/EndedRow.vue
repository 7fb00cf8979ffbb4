<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { RunView } from '~/stores/make'

// A batch that ended: what it gave, or that it was thrown away.
const props = defineProps<{ view: RunView }>()
const { t } = useI18n({ useScope: 'global' })
const { amount, day, time } = useFormat()
const what = computed(() => {
  const { made, state } = props.view
  if (!made) return t(`make.state.${state}`)
  return made.outUnit === 'g' ? amount(made.outG, 'g', 0) : amount(made.outMl / 1000, 'L', 2)
})
</script>

<template>
  <NuxtLink :to="`/make/${view.run.id}`" class="ended" data-test="ended">
    <b>{{ view.run.name }}</b> <span class="num">{{ what }}</span>
    <span class="small quiet">{{ day(view.run.at) }}, {{ time(view.run.at) }} · {{ view.run.by }}</span>
  </NuxtLink>
</template>

<style scoped>
.ended {
  display: flex;
  gap: 14px;
  align-items: baseline;
  min-height: 44px;
  flex-wrap: wrap;
}
</style>
