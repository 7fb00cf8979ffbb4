<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { NuxtError } from '#app'

// In place of a page that could not be shown: says so, and leads back. Nothing of the page's own is needed for it.
const props = defineProps<{ error: NuxtError }>()
const { t } = useI18n()
const isMissing = computed(() => props.error.statusCode === 404)
const back = (): Promise<void> => clearError({ redirect: '/' })
const again = (): void => window.location.reload()
</script>

<template>
  <v-app>
    <main class="wrong">
      <p class="brand">Olvex</p>
      <section class="sheet stack" role="alert" data-test="error-page">
        <h1>{{ isMissing ? t('wrong.missing') : t('wrong.title') }}</h1>
        <p>{{ isMissing ? t('wrong.missingWhy') : t('wrong.why') }}</p>
        <div class="row">
          <v-btn color="primary" data-test="error-back" @click="back">{{ t('wrong.back') }}</v-btn>
          <v-btn v-if="!isMissing" data-test="error-again" @click="again">{{ t('wrong.again') }}</v-btn>
        </div>
        <p v-if="!isMissing && error.message" class="small quiet">{{ t('wrong.said') }} {{ error.message }}</p>
      </section>
    </main>
  </v-app>
</template>

<style scoped>
.wrong {
  display: grid;
  gap: 18px;
  max-width: 620px;
  margin: 0 auto;
  padding: 48px 20px;
  align-content: start;
}
.brand {
  font: 700 40px/1 var(--head);
  letter-spacing: -0.035em;
}
.row {
  flex-wrap: wrap;
  gap: 8px;
}
</style>
