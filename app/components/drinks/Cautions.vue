<script setup lang="ts">
import { useI18n } from 'vue-i18n'

/** What somebody who drinks or mixes it has to know. */
const props = defineProps<{ cautions: readonly string[] }>()
const { t } = useI18n()

/** Said beside the caution about cold. */
const SAID = [
  'weigh-acid',
  'allergen-milk',
  'allergen-soy',
  'allergen-nuts',
  'allergen-gluten',
  'allergen-celery',
  'caffeine',
  'sweetener-label',
  'honey-infants',
]
const mainCaution = computed(() => (props.cautions.includes('tcs') ? 'tcs' : 'keep-cold'))
</script>

<template>
  <p class="caution">
    <b>{{ t('caution.cold-title') }}</b> {{ t(`caution.${mainCaution}`) }}
    <template v-for="c in SAID.filter((x) => cautions.includes(x))" :key="c">{{ t(`caution.${c}`) }} </template>{{
      t('caution.potable')
    }}
  </p>
</template>
