<script setup lang="ts">
import { useI18n } from 'vue-i18n'

// What a prep is measured in: poured, or weighed.
defineProps<{ test: string }>()
const unit = defineModel<'mL' | 'g'>({ required: true })
const { t } = useI18n({ useScope: 'global' })
const items = computed(() => [
  { value: 'mL' as const, title: t('making.inMl') },
  { value: 'g' as const, title: t('making.inG') },
])
</script>

<template>
  <FieldChoice
    :model-value="unit"
    :label="t('making.unit')"
    :items="items"
    :test="test"
    @update:model-value="unit = $event!"
  />
</template>
