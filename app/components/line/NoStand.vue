<script setup lang="ts">
import { useI18n } from 'vue-i18n'

// Somebody works at no stand that serves: what to do about it.
const { t } = useI18n()
</script>

<template>
  <section class="sheet stack" data-test="no-stand">
    <h1>{{ t('noStand.title') }}</h1>
    <p>{{ t('noStand.why') }}</p>
  </section>
</template>
