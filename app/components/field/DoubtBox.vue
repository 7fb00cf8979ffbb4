<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { ProblemField } from '#shared/problem'

// Something looks odd: says what, and asks once.
defineProps<{ doubts: ProblemField[] }>()
defineEmits<{ confirm: []; mend: [] }>()
const { ofField } = useSentence()
const { t } = useI18n()
</script>

<template>
  <div v-if="doubts.length" class="caution" role="alert" data-test="doubt">
    <p v-for="d in doubts" :key="d.code">
      <b>{{ t('doubt.title') }}</b> {{ ofField(d) }}
    </p>
    <div class="row" style="margin-top: 10px; flex-wrap: wrap">
      <v-btn @click="$emit('mend')">{{ t('doubt.mend') }}</v-btn>
      <v-btn data-test="confirm" @click="$emit('confirm')">{{ t('doubt.confirm') }}</v-btn>
    </div>
  </div>
</template>
