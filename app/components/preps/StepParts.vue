<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { massG, type StepResult } from '#core/process'

// What goes on, what is left over and what is lost of a step: a strip to scale by weight, and the same in words.
const props = defineProps<{ result: StepResult }>()
const { t, te } = useI18n({ useScope: 'global' })
const { amount } = useFormat()

/** Below this nobody sees it, g. */
const SEEN_G = 0.05
const parts = computed(() => {
  const of = (kind: 'by' | 'loss', all: StepResult['byProducts']) =>
    all.map((b) => ({ kind, name: b.name, g: massG(b.stream) }))
  return [
    { kind: 'out' as const, name: 'out', g: massG(props.result.out) },
    ...of('by', props.result.byProducts),
    ...of('loss', props.result.losses),
  ].filter((p) => p.g > SEEN_G)
})
const partName = (p: string): string => (te(`part.${p}`) ? t(`part.${p}`) : te(`byPart.${p}`) ? t(`byPart.${p}`) : p)
const said = computed(() =>
  parts.value
    .slice(1)
    .map((p) => `${partName(p.name)} ${amount(p.g, 'g', p.g < 10 ? 1 : 0)}`)
    .join(' · '),
)
</script>

<template>
  <template v-if="parts.length > 1">
    <div class="strip" aria-hidden="true">
      <i
        v-for="p in parts"
        :key="p.kind + p.name"
        :class="p.kind"
        :style="{ flexGrow: Math.max(p.g, parts[0]!.g / 60) }"
      />
    </div>
    <p class="small quiet">{{ said }}</p>
  </template>
</template>

<style scoped>
.strip {
  display: flex;
  height: 16px;
  border: 2px solid var(--ink);
  border-radius: 5px;
  overflow: hidden;
}
.strip i {
  flex-basis: 0;
}
.strip i + i {
  border-left: 2px solid var(--ink);
}
.strip .out {
  background: var(--ice);
}
.strip .by {
  background: #e7dcb8;
}
.strip .loss {
  background: repeating-linear-gradient(45deg, var(--sheet) 0 4px, var(--rule) 4px 6px);
}
</style>
