<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { massG } from '#core/process'
import type { Evaluation } from '#core/recipe'
import { uuid } from '~/utils/api'

// What a making leaves over, by the standard: kept as a lot of its own, or thrown.
export interface KeptTyped {
  stream: string
  g: number | null
  kept: { lotId: string; place: 'cold'; useBy: null; useFor: null }
}
const props = defineProps<{ standard: Evaluation; outG: number; errors: Record<string, string> }>()
const kept = defineModel<KeptTyped[]>({ default: () => [] })
const { t } = useI18n({ useScope: 'global' })
const { typed } = useFormat()

/** Ice that is left melts, and is nobody's lot. */
const NO_LOT = ['ice-left']
const SEEN_G = 1
const partOf = (stream: string): string => stream.split('/')[1]!
const left = computed(() =>
  props.standard.byProducts
    .filter((b) => !NO_LOT.includes(partOf(b.name)))
    .map((b) => ({ stream: b.name, g: (massG(b.stream) * props.outG) / props.standard.jug.mass.value }))
    .filter((b) => b.g >= SEEN_G),
)
const isKept = reactive<Record<string, boolean>>(
  Object.fromEntries((props.standard.document.kept ?? []).map((k) => [k.stream, true])),
)
const ids = new Map<string, string>()
const idOf = (stream: string): string => ids.get(stream) ?? (ids.set(stream, uuid()), ids.get(stream)!)
const over = reactive<Record<string, string>>({})
const numbers = reactive<Record<string, number | null>>({})
watch(
  [left, isKept, over, numbers],
  () => {
    kept.value = left.value
      .filter((b) => isKept[b.stream])
      .map(({ stream, g }) => ({
        stream,
        g: stream in over ? (numbers[stream] ?? null) : Math.round(g),
        kept: { lotId: idOf(stream), place: 'cold', useBy: null, useFor: null },
      }))
  },
  { immediate: true, deep: true },
)
</script>

<template>
  <section v-if="left.length" data-test="left-over">
    <h3>{{ t('making.kept') }}</h3>
    <p class="small quiet">{{ t('making.keptWhy') }}</p>
    <div v-for="b in left" :key="b.stream" class="use">
      <v-switch
        v-model="isKept[b.stream]"
        :label="t('making.keep', { what: t(`byPart.${partOf(b.stream)}`) })"
        :data-test="`keep-${partOf(b.stream)}`"
      />
      <FieldAmountField
        v-if="isKept[b.stream]"
        :model-value="over[b.stream] ?? typed(b.g, 'g', 0)"
        label=""
        dense
        unit="g"
        :aria-label="t(`byPart.${partOf(b.stream)}`)"
        :error="errors[`kept-${b.stream}`]"
        :test="`kept-g-${partOf(b.stream)}`"
        @update:model-value="over[b.stream] = $event"
        @number="numbers[b.stream] = $event"
      />
    </div>
  </section>
</template>

<style scoped>
h3 {
  margin: 4px 0;
}
.use {
  display: grid;
  grid-template-columns: 1fr 150px;
  gap: 10px;
  align-items: center;
}
</style>
