<script setup lang="ts">
import { useI18n } from 'vue-i18n'
const { t } = useI18n()
defineProps<{ other?: boolean }>()
</script>

<template>
  <ul class="key small" :aria-label="t('fruit.key')">
    <li><i class="juice" />{{ t('fruit.part.juice') }}</li>
    <li><i class="trim" />{{ t('fruit.part.trim') }}</li>
    <li><i class="pulp" />{{ t('fruit.part.pulp') }}</li>
    <li><i class="loss" />{{ t('fruit.part.loss') }}</li>
    <li v-if="other"><i class="other" />{{ t('fruit.part.other') }}</li>
    <li><i />{{ t('fruit.part.crate') }}</li>
  </ul>
</template>

<style scoped>
.key {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  list-style: none;
  padding: 0;
  margin: 0;
  color: var(--quiet);
}
li {
  display: flex;
  align-items: center;
  gap: 6px;
}
i {
  width: 22px;
  height: 14px;
  border: 2px solid var(--ink);
  border-radius: 3px;
  background: var(--sheet);
}
.other {
  background: repeating-linear-gradient(0deg, var(--ink) 0 1.5px, var(--sand) 1.5px 4px);
}
.juice {
  background: #f0d048;
}
.loss {
  background: var(--ink);
}
.trim {
  background: repeating-linear-gradient(45deg, #f0d048 0 4px, var(--sheet) 4px 7px);
}
.pulp {
  background: radial-gradient(circle, #c79c1c 0 1.5px, var(--sheet) 2px) 0 0/5px 5px;
}
</style>
