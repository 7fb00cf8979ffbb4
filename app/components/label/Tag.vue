<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Lot } from '#shared/contract'

// A label: what it is, when it was made and until when it is good, what is in it heaviest first, what some guests may
// not have, what to mind, and its code.
const props = defineProps<{ lot: Lot }>()
const { t } = useI18n({ useScope: 'global' })
const { name, day, time, calendarDay } = useFormat()
const { ingredients, allergens, minded, code } = useLabel(() => props.lot)
const isOpened = computed(() => props.lot.kind === 'opened')
</script>

<template>
  <article class="tag" data-test="tag">
    <h2>{{ name(lot.itemKey) }}</h2>
    <p class="when">
      {{ t(isOpened ? 'make.tag.opened' : 'make.tag.made', { day: day(lot.at), time: time(lot.at) }) }}
    </p>
    <p v-if="lot.useBy" class="until" data-test="tag-until">
      {{ t('make.tag.useBy') }} <b>{{ calendarDay(lot.useBy) }}</b>
    </p>
    <p v-if="ingredients.length" data-test="tag-ingredients">
      {{ t('make.tag.ingredients') }} {{ ingredients.map(name).join(', ') }}.
    </p>
    <p v-if="allergens.length" data-test="tag-allergens">
      <b>{{ allergens.map((c) => t(`caution.${c}`)).join(' ') }}</b>
    </p>
    <p v-for="c in minded" :key="c" class="mind">{{ t(`caution.${c}`) }}</p>
    <p class="code">
      <LabelBarcode :code="code" /> <span class="num" data-test="tag-code">{{ code }}</span>
    </p>
  </article>
</template>

<style scoped>
.tag {
  background: #fff;
  color: #000;
  padding: 2.5mm;
  display: grid;
  gap: 1mm;
  align-content: start;
  font-size: 8.5pt;
  line-height: 1.25;
  width: 62mm;
  break-inside: avoid;
}
h2 {
  font-size: 13pt;
}
.until b {
  font-size: 12pt;
}
.mind {
  font-size: 7.5pt;
}
.code {
  display: grid;
  justify-items: start;
}
</style>
