<script setup lang="ts">
import { useI18n } from 'vue-i18n'

/** The text that a drink came from, as somebody pasted it. */
const props = defineProps<{ recipeId: string }>()
const { t } = useI18n()
const { day } = useFormat()
const originals = useWork(props.recipeId).of('original')
</script>

<template>
  <FieldMore v-if="originals.length" :label="t('versions.original')" test="original">
    <div v-for="w in originals" :key="w.id">
      <p class="small quiet">{{ day(w.at) }} {{ w.by }}</p>
      <pre>{{ w.body.text }}</pre>
    </div>
  </FieldMore>
</template>

<style scoped>
pre {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  margin: 0;
  font: 400 15px/1.5 var(--text);
}
</style>
