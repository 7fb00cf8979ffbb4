<script setup lang="ts">
import { useI18n } from 'vue-i18n'
const open = defineModel<boolean>({ default: false })
const { t } = useI18n()
</script>

<template>
  <v-dialog v-model="open" max-width="480" :aria-label="t('keys.title')">
    <v-card>
      <h2>{{ t('keys.title') }}</h2>
      <dl class="keys">
        <dt><kbd>/</kbd></dt>
        <dd>{{ t('keys.find') }}</dd>
        <dt><kbd>[</kbd> <kbd>]</kbd></dt>
        <dd>{{ t('keys.walk') }}</dd>
        <dt><kbd>1</kbd>–<kbd>4</kbd></dt>
        <dd>{{ t('keys.lens') }}</dd>
        <dt><kbd>R</kbd></dt>
        <dd>{{ t('keys.reading') }}</dd>
        <dt><kbd>?</kbd></dt>
        <dd>{{ t('keys.this') }}</dd>
      </dl>
      <v-btn @click="open = false">{{ t('do.close') }}</v-btn>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.keys {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 8px 18px;
  margin: 14px 0;
}
dd {
  margin: 0;
}
kbd {
  font: 600 14px var(--text);
  border: 1.5px solid var(--quiet);
  border-radius: 6px;
  padding: 2px 8px;
}
</style>
