<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Figure } from '#core/figures'

// A cost: all of it, or, where a price is missing, what is known of it, and that it is not all.
const props = defineProps<{ total: Figure | null; known: Figure; label: string; unit?: string }>()
const { t } = useI18n()
const unit = computed(() => (props.unit === undefined ? {} : { unit: props.unit }))
</script>

<template>
  <span class="cost" :data-test="total ? 'cost-whole' : 'cost-hole'"
    ><small v-if="!total" class="quiet">{{ t('cost.atLeast') }} </small
    ><FigureButton :figure="total ?? known" :label="label" v-bind="unit"
  /></span>
</template>

<style scoped>
small {
  margin-right: 5px;
  font: 400 13px var(--text);
}
</style>
