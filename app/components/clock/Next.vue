<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { dueAt, type DayTask, type Row } from '#core/schedule'

// What is to be done now, in the largest words of the page.
const props = defineProps<{
  /** null where all is done */
  row: Row<DayTask> | null
  nowMin: number | null
  nameOf: (task: DayTask) => string
  timeOf: (minute: number) => string
}>()
defineEmits<{ done: [id: string]; again: [] }>()
const { t } = useI18n({ useScope: 'global' })
const handsOff = computed(() => (props.row ? props.row.startMin + props.row.task.handMin : 0))
const due = computed(() =>
  props.row && props.nowMin !== null ? dueAt(props.row, props.nowMin) : { isDue: false, isLate: false },
)
</script>

<template>
  <article class="sheet stack" data-test="next-action" aria-live="polite">
    <template v-if="row">
      <p class="quiet">{{ due.isDue ? t('clock.next') : t('clock.nextAt', { time: timeOf(row.startMin) }) }}</p>
      <p class="largest">{{ nameOf(row.task) }}</p>
      <div class="spread">
        <span>{{ t('clock.until', { who: row.personId ?? '', time: timeOf(handsOff) }) }}</span>
        <v-btn color="primary" height="60" data-test="tick-next" @click="$emit('done', row.task.id)">{{
          t('clock.done')
        }}</v-btn>
      </div>
      <p v-if="due.isLate" class="caution" role="alert">
        {{ t('clock.late', { time: timeOf(row.startMin) }) }}
        <v-btn data-test="replan" @click="$emit('again')">{{ t('clock.again') }}</v-btn>
      </p>
    </template>
    <p v-else class="largest">{{ t('clock.allDone') }}</p>
  </article>
</template>

<style scoped>
.largest {
  font: 700 38px/1.15 var(--head);
  margin: 0;
}
@media (max-width: 900px) {
  .largest {
    font-size: 30px;
  }
}
</style>
