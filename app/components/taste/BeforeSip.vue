<script setup lang="ts">
import { useI18n } from 'vue-i18n'

// Before the first sip: what is in the cups is said, and who may not have it tastes nothing.
const props = defineProps<{ allergens: readonly string[]; busy: boolean }>()
const emit = defineEmits<{ sit: [name: string, avoids: string[]] }>()
const { t } = useI18n({ useScope: 'global' })
const { allergen, allergens: named } = useTasteWords()
const name = ref('')
const avoids = ref<string[]>([])
const keepsAway = computed(() => avoids.value.some((a) => props.allergens.includes(a)))
</script>

<template>
  <form class="stack" novalidate data-test="before-sip" @submit.prevent="emit('sit', name.trim(), avoids)">
    <h2>{{ t('taste.answer.before') }}</h2>
    <p v-if="allergens.length" class="caution" data-test="cups-contain">
      {{ t('taste.answer.contains', { list: named(allergens) }) }}
    </p>
    <p v-else>{{ t('taste.answer.nothing') }}</p>
    <fieldset v-if="allergens.length" class="plain">
      <legend class="small quiet">{{ t('taste.answer.keep') }}</legend>
      <v-checkbox
        v-for="a in allergens"
        :key="a"
        v-model="avoids"
        :value="a"
        :label="allergen(a)"
        hide-details
        :data-test="`avoid-${a}`"
      />
    </fieldset>
    <p>{{ t('taste.answer.other') }}</p>
    <v-text-field v-model="name" :label="t('taste.answer.name')" maxlength="40" autocomplete="off" data-test="taster" />
    <v-btn type="submit" color="primary" height="72" :loading="busy" data-test="sit">{{
      keepsAway ? t('taste.phone.enter') : t('taste.answer.ready')
    }}</v-btn>
  </form>
</template>

<style scoped>
.plain {
  border: 0;
  margin: 0;
  padding: 0;
}
</style>
