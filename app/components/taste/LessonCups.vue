<script setup lang="ts">
import { useI18n } from 'vue-i18n'

// Before a lesson: somebody else pours, and writes a code on each cup.
defineProps<{ codes: readonly string[]; why: string }>()
const emit = defineEmits<{ set: [] }>()
const { t } = useI18n({ useScope: 'global' })
</script>

<template>
  <p>{{ why }}</p>
  <ol class="codes">
    <li v-for="(code, i) in codes" :key="code">
      {{ t('taste.ladder.cup', { n: i + 1 }) }} <b class="num">{{ code }}</b>
    </li>
  </ol>
  <v-btn height="72" color="primary" data-test="lesson-set" @click="emit('set')">{{ t('taste.trainer.begin') }}</v-btn>
</template>

<style scoped>
.codes {
  columns: 2;
  margin: 0;
  padding-left: 20px;
}
</style>
