<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { DayTask, Placed, Row } from '#core/schedule'

/** Everything of a day in the order of the clock; what was ticked can be taken back. */
const props = defineProps<{
  rows: readonly Row<DayTask>[]
  done: ReadonlySet<string>
  /** done in a batch: it is taken back there */
  made: ReadonlySet<string>
  /** what somebody put where it stands */
  put: ReadonlySet<string>
  people: readonly string[]
  opens: string
  nameOf: (task: DayTask) => string
  timeOf: (minute: number) => string
}>()
const emit = defineEmits<{ undo: [id: string]; move: [id: string, to: Placed] }>()
const moving = ref('')
/** While somebody types where a task goes, the list stands still: a better plan that is found meanwhile comes after. */
const held = shallowRef<readonly Row<DayTask>[]>([])
const shown = computed(() => (moving.value ? held.value : props.rows))
function open(id: string): void {
  if (!moving.value) held.value = props.rows
  moving.value = moving.value === id ? '' : id
}
function move(id: string, to: Placed): void {
  emit('move', id, to)
  moving.value = ''
}
const { t } = useI18n({ useScope: 'global' })
</script>

<template>
  <article class="sheet" data-test="clock-list">
    <h2>{{ t('clock.list') }}</h2>
    <ol>
      <li v-for="r in shown" :key="r.task.id" :class="{ ticked: done.has(r.task.id) || made.has(r.task.id) }">
        <b class="num">{{ timeOf(r.startMin) }}</b>
        <span>{{ nameOf(r.task) }}</span>
        <span class="small quiet">{{
          r.task.handMin > 0
            ? t('clock.until', { who: r.personId ?? '', time: timeOf(r.startMin + r.task.handMin) })
            : t('clock.alone', { time: timeOf(r.endMin) })
        }}</span>
        <span class="no-print acts">
          <NuxtLink v-if="made.has(r.task.id)" to="/make" class="small" data-test="made-task">{{
            t('clock.made')
          }}</NuxtLink>
          <v-btn
            v-else-if="done.has(r.task.id)"
            variant="text"
            height="44"
            data-test="undo"
            @click="$emit('undo', r.task.id)"
            >{{ t('clock.undone') }}</v-btn
          >
          <template v-else-if="r.task.handMin > 0">
            <v-btn
              v-if="put.has(r.task.id)"
              variant="text"
              height="44"
              data-test="let-go"
              @click="$emit('undo', r.task.id)"
              >{{ t('clock.letGo') }}</v-btn
            >
            <v-btn
              variant="text"
              height="44"
              :aria-expanded="moving === r.task.id"
              :aria-label="t('clock.moveOf', { task: nameOf(r.task) })"
              data-test="move-task"
              @click="open(r.task.id)"
              >{{ t('clock.move') }}</v-btn
            >
          </template>
        </span>
        <ClockMove
          v-if="moving === r.task.id"
          class="wide no-print"
          :row="r"
          :people="people"
          :opens="opens"
          @move="move(r.task.id, $event)"
          @close="moving = ''"
        />
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
.acts {
  justify-self: end;
}
.wide {
  grid-column: 1 / -1;
}
.ticked > span:not(.acts) {
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
