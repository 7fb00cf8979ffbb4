<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { momentOf, type DayTask, type Row } from '#core/schedule'
import { saveText } from '~/utils/save'

// A calendar file for each person, for whatever calendar they have.
const props = defineProps<{
  rows: readonly Row<DayTask>[]
  opens: string
  day: string
  nameOf: (task: DayTask) => string
}>()
const { t } = useI18n({ useScope: 'global' })
const people = computed(() => [...new Set(props.rows.flatMap((r) => r.personId ?? []))].sort())
async function save(person: string): Promise<void> {
  // The writer of these files is fetched with the first of them.
  const { calendarText } = await import('~/utils/calendar')
  const events = props.rows
    .filter((r) => r.personId === person)
    .map((r) => ({
      id: `${props.day}/${r.task.id}@olvex`,
      from: momentOf(props.opens, r.startMin),
      to: momentOf(props.opens, r.startMin + r.task.handMin),
      title: props.nameOf(r.task),
    }))
  const text = calendarText(`${person}, ${props.day}`, events, new Date().toISOString())
  saveText(`${props.day}-${person}.ics`, text, 'text/calendar')
}
</script>

<template>
  <p class="row no-print wrap">
    <span class="small">{{ t('clock.calendar') }}</span>
    <v-btn v-for="p in people" :key="p" height="44" :data-test="`calendar-${p}`" @click="save(p)">{{ p }}</v-btn>
  </p>
</template>

<style scoped>
.wrap {
  flex-wrap: wrap;
  align-items: center;
}
</style>
