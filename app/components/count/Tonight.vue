<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { isShown } from '#core/yield'
import { useFruit } from '~/stores/fruit'

// What is good until today, and no longer.
const props = defineProps<{ day: string }>()
const { t } = useI18n({ useScope: 'global' })
const fruit = useFruit()
const lots = computed(() =>
  fruit.lots
    .filter((l) => l.useBy !== null && l.useBy <= props.day && isShown(l.onHand))
    .sort((a, b) => a.useBy!.localeCompare(b.useBy!)),
)
</script>

<template>
  <section v-if="lots.length" class="sheet stack no-print" data-test="tonight">
    <h2>{{ t('count.tonight') }}</h2>
    <p class="small quiet">{{ t('count.tonightWhy') }}</p>
    <ul class="plain">
      <CountEndsRow v-for="l in lots" :key="l.id" :lot="l" />
    </ul>
  </section>
</template>

<style scoped>
.plain {
  list-style: none;
  margin: 0;
  padding: 0;
}
</style>
