<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { DayTask, Row } from '#core/schedule'

/** Everything of a day in the order of the clock; what was ticked can be taken back. */
defineProps<{
  rows: readonly Row<DayTask>[]
  done: ReadonlySet<string>
  nameOf: (task: DayTask) => string
  timeOf: (minute: number) => string
}>()
defineEmits<{ undo: [id: string] }>()
const { t } = useI18n({ useScope: 'global' })
</script>

<template>
  <article class="sheet" data-test="clock-list">
    <h2>{{ t('clock.list') }}</h2>
    <ol>
      <li v-for="r in rows" :key="r.task.id" :class="{ ticked: done.has(r.task.id) }">
        <b class="num">{{ timeOf(r.startMin) }}</b>
        <span>{{ nameOf(r.task) }}</span>
        <span class="small quiet">{{
          r.task.handMin > 0
            ? t('clock.until', { who: r.personId ?? '', time: timeOf(r.startMin + r.task.handMin) })
            : t('clock.alone', { time: timeOf(r.endMin) })
        }}</span>
        <v-btn
          v-if="done.has(r.task.id)"
          variant="text"
          height="44"
          class="no-print"
          @click="$emit('undo', r.task.id)"
          >{{ t('clock.undone') }}</v-btn
        >
      </li>
    </ol>
  </article>
</template>

<style scoped>
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: minmax(64px, auto) minmax(0, 1fr) auto auto;
  gap: 12px;
  align-items: baseline;
  padding: 8px 0;
  border-top: 1px solid var(--rule);
}
.ticked span {
  text-decoration: line-through;
}
@media (max-width: 900px) {
  li {
    grid-template-columns: minmax(58px, auto) minmax(0, 1fr);
  }
  li > :nth-child(n + 3) {
    grid-column: 2;
    justify-self: start;
  }
}
</style>
