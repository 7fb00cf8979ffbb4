<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { useDisplay } from 'vuetify'
import { busySpan, type DayTask, type Placed, type Plan, type Problem, type SharedPiece } from '#core/schedule'
import { axisOf } from '~/utils/axis'

// A rail for each person and for each kind of piece: what is on it, from the first hand to the opening.
const props = defineProps<{
  tasks: readonly DayTask[]
  plan: Plan
  problem: Problem
  nowMin: number | null
  nameOf: (task: DayTask) => string
  timeOf: (minute: number) => string
  /** what somebody put where it stands */
  put: ReadonlySet<string>
  /** colour and name of what is made */
  fillOf: (making: string) => string
  madeName: (making: string) => string
}>()
const emit = defineEmits<{ move: [id: string, to: Placed] }>()
const { t } = useI18n({ useScope: 'global' })

interface Block {
  task: DayTask
  fromMin: number
  toMin: number
  row: number
}
const first = computed(() => Math.min(-30, ...[...props.plan.values()].map((p) => p.startMin)))
/** When anybody's hands are on something: what lies between is drawn short where it is long. */
const axis = computed(() =>
  axisOf(
    first.value,
    props.problem.endMin,
    props.tasks.flatMap((task) => {
      const placed = props.plan.get(task.id)
      return placed && task.handMin ? [{ fromMin: placed.startMin, toMin: placed.startMin + task.handMin }] : []
    }),
  ),
)
const at = (minute: number): number => axis.value.at(minute)

/** Side by side in as few rows as they need. */
function rows(spans: Omit<Block, 'row'>[]): Block[] {
  const ends: number[] = []
  return [...spans]
    .sort((a, b) => a.fromMin - b.fromMin)
    .map((s) => {
      const free = ends.findIndex((end) => end <= s.fromMin)
      const row = free < 0 ? ends.length : free
      ends[row] = s.toMin
      return { ...s, row }
    })
}
const blocksOf = (which: (task: DayTask) => { fromMin: number; toMin: number } | null): Block[] =>
  rows(
    props.tasks.flatMap((task) => {
      const span = which(task)
      return span && span.toMin > span.fromMin ? [{ task, ...span }] : []
    }),
  )
const rails = computed(() => [
  ...props.problem.people.map((p) => ({
    key: `person-${p.id}`,
    title: p.id,
    person: p.id as string | null,
    blocks: blocksOf((task) => {
      const placed = props.plan.get(task.id)
      return placed?.personId === p.id ? { fromMin: placed.startMin, toMin: placed.startMin + task.handMin } : null
    }),
  })),
  ...props.problem.resources
    .filter((r) => r.key !== 'fridge')
    .map((r) => ({
      key: r.key,
      title: t(`clock.piece.${r.key as SharedPiece}`),
      person: null,
      blocks: blocksOf((task) => {
        const placed = props.plan.get(task.id)
        const use = task.uses.find((u) => u.resource === r.key)
        return placed && use ? busySpan(task, use, placed.startMin, props.problem.endMin) : null
      }),
    }))
    .filter((r) => r.blocks.length),
])
const ROW = 34
const heightOf = (blocks: readonly Block[]): number => ROW * (1 + Math.max(0, ...blocks.map((b) => b.row)))
/** Half hours as far as there is room between them, none in a stretch that is drawn short; and the first hand. */
const { smAndDown } = useDisplay()
const room = computed(() => (smAndDown.value ? { hour: 24, day: 46 } : { hour: 9, day: 15 }))
const marks = computed(() => {
  const isShort = (m: number): boolean => axis.value.short.some((s) => s.fromMin < m && m < s.toMin)
  const out: number[] = [0]
  for (let m = -30; m > first.value; m -= 30)
    if (!isShort(m) && at(out.at(-1)!) - at(m) >= room.value.hour && at(m) - at(first.value) >= room.value.day)
      out.push(m)
  return [...out, first.value]
})

/** A task that is being dragged: by how many minutes, to the next five. */
const SNAP_MIN = 5
const drag = shallowRef<{ id: string; x: number; byMin: number; widthPx: number } | null>(null)
function take(e: PointerEvent, task: DayTask): void {
  const rail = (e.currentTarget as HTMLElement).parentElement!
  ;(e.currentTarget as HTMLElement).setPointerCapture(e.pointerId)
  drag.value = { id: task.id, x: e.clientX, byMin: 0, widthPx: rail.clientWidth }
}
function pull(e: PointerEvent): void {
  const of = drag.value
  if (!of) return
  const from = props.plan.get(of.id)!.startMin
  const minute = axis.value.minuteAt(at(from) + (100 * (e.clientX - of.x)) / of.widthPx)
  drag.value = { ...of, byMin: Math.round((minute - from) / SNAP_MIN) * SNAP_MIN }
}
/** It is put on the rail of whoever it is let go over. */
function letGo(e: PointerEvent): void {
  const of = drag.value
  drag.value = null
  const placed = of && props.plan.get(of.id)
  if (!of || !placed) return
  const over = document
    .elementsFromPoint(e.clientX, e.clientY)
    .map((el) => el.closest<HTMLElement>('[data-person]')?.dataset.person)
    .find((p) => p !== undefined)
  const to = { startMin: placed.startMin + of.byMin, personId: over ?? placed.personId }
  if (to.startMin !== placed.startMin || to.personId !== placed.personId) emit('move', of.id, to)
}
const pulledMin = (task: DayTask): number => (drag.value?.id === task.id ? drag.value.byMin : 0)
</script>

<template>
  <div class="rails" data-test="rails">
    <div class="axis" aria-hidden="true">
      <span v-for="m in marks" :key="m" class="small" :style="{ left: `${at(m)}%` }">{{ timeOf(m) }}</span>
    </div>
    <div
      v-for="s in axis.short"
      :key="s.fromMin"
      class="short"
      aria-hidden="true"
      :style="{ '--at': at(s.fromMin) / 100, '--wide': (at(s.toMin) - at(s.fromMin)) / 100 }"
    />
    <section v-for="r in rails" :key="r.key" class="rail" :data-test="`rail-${r.key}`">
      <h3 class="small">{{ r.title }}</h3>
      <ol :data-person="r.person ?? undefined" :style="{ height: `${heightOf(r.blocks)}px` }">
        <li
          v-for="b in r.blocks"
          :key="b.task.id"
          :class="{ own: r.person !== null, put: put.has(b.task.id) }"
          :style="{
            left: `${at(b.fromMin + (r.person ? pulledMin(b.task) : 0))}%`,
            width: `${at(b.toMin) - at(b.fromMin)}%`,
            top: `${b.row * ROW}px`,
          }"
          :title="`${timeOf(b.fromMin)} ${nameOf(b.task)}`"
          :data-task="b.task.id"
          v-on="
            r.person ? { pointerdown: (e: PointerEvent) => take(e, b.task), pointermove: pull, pointerup: letGo } : {}
          "
        >
          <span
            ><template v-if="pulledMin(b.task) && r.person"
              ><b>{{ timeOf(b.fromMin + pulledMin(b.task)) }}</b> </template
            >{{ nameOf(b.task) }}</span
          >
        </li>
      </ol>
    </section>
    <ClockFridge
      :tasks="tasks"
      :plan="plan"
      :problem="problem"
      :at="at"
      :from-min="first"
      :fill-of="fillOf"
      :name-of="madeName"
    />
    <div v-if="nowMin !== null && nowMin > first && nowMin < 0" class="now" :style="{ '--at': at(nowMin) / 100 }">
      <span class="small">{{ t('clock.now') }}</span>
    </div>
  </div>
</template>

<style scoped>
.rails {
  --head: 92px;
  position: relative;
  padding-top: 26px;
}
.axis {
  position: absolute;
  top: 0;
  left: var(--head);
  right: 0;
  height: 22px;
}
.axis span {
  position: absolute;
  transform: translateX(-50%);
}
.axis span:first-child {
  transform: translateX(-100%);
  font-weight: 700;
}
.axis span:last-child {
  transform: none;
}
.short {
  position: absolute;
  top: 24px;
  bottom: 0;
  left: calc(var(--head) + (100% - var(--head)) * var(--at));
  width: calc((100% - var(--head)) * var(--wide));
  background: repeating-linear-gradient(135deg, transparent 0 9px, #e7dcc1 9px 11px);
  opacity: 0.6;
}
.rail {
  position: relative;
  display: grid;
  grid-template-columns: var(--head) minmax(0, 1fr);
  border-top: 1px solid var(--rule);
  padding: 6px 0;
  align-items: start;
}
.rail h3 {
  margin: 0;
  padding: 6px 4px 0 0;
  overflow-wrap: anywhere;
}
ol {
  position: relative;
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  position: absolute;
  height: 30px;
  min-width: 4px;
  border-radius: 6px;
  background: #e7dcc1;
  border: 1.5px solid var(--ink);
  overflow: hidden;
  white-space: nowrap;
  font-size: 13px;
  line-height: 26px;
}
li.own {
  cursor: grab;
  /* Sideways it is pulled; up and down the page goes on. */
  touch-action: pan-y;
  user-select: none;
}
li.put {
  border-width: 3px;
  line-height: 23px;
}
li span {
  padding: 0 6px;
}
.now {
  position: absolute;
  top: 18px;
  bottom: 0;
  left: calc(var(--head) + (100% - var(--head)) * var(--at));
  border-left: 3px solid var(--hibiscus);
}
.now span {
  position: absolute;
  top: -18px;
  left: 4px;
  color: var(--hibiscus);
  font-weight: 700;
}
@media (max-width: 700px) {
  .rails {
    --head: 72px;
  }
}
</style>
