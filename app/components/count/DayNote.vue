<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { dayOf } from '#core/time'
import { useSession } from '~/stores/session'

// What was on on a day, in the stand's own words, and its end.
const props = defineProps<{ day: string; isServing: boolean }>()
const { t } = useI18n({ useScope: 'global' })
const session = useSession()
const { note, known, said, put } = useDayNote(() => props.day)
const MOST_TAGS = 8
const MOST_LETTERS = 30
const tags = computed(() => note.value?.tags ?? [])
function take(words: unknown): void {
  const told = (Array.isArray(words) ? words : [])
    .map((w) => String(w).trim().slice(0, MOST_LETTERS))
    .filter(Boolean)
    .slice(0, MOST_TAGS)
  void put({ tags: [...new Set(told)] })
}
const isOver = computed(() => props.day < dayOf(session.now(), session.zone))
</script>

<template>
  <div class="note">
    <v-combobox
      :model-value="tags"
      :items="known"
      :label="t('count.tags')"
      :hint="t('count.tagsWhy')"
      multiple
      chips
      closable-chips
      class="tags"
      data-test="day-tags"
      @update:model-value="take"
    />
    <span v-if="note?.closed" class="row" data-test="day-closed">
      <b>{{ t('count.closed') }}</b>
      <v-btn variant="text" height="48" data-test="reopen-day" @click="put({ closed: false })">{{
        t('count.reopen')
      }}</v-btn>
    </span>
    <span v-else-if="!isServing" class="row">
      <span v-if="isOver" class="small quiet" data-test="never-closed">{{ t('count.notClosed') }}</span>
      <v-btn height="48" data-test="close-day" @click="put({ closed: true })">{{ t('count.closeDay') }}</v-btn>
    </span>
    <p v-if="said" class="caution" role="alert">{{ said }}</p>
  </div>
</template>

<style scoped>
.note {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
  flex: 1 1 420px;
}
.tags {
  flex: 1 1 320px;
  max-width: 640px;
}
</style>
