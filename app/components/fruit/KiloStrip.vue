<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { fillOf } from '~/utils/colours'
import type { StripPart } from '#core/yield'

// A lot as a strip of kilos, to scale: what became juice, by-products and loss, and what is still in the crate.
const props = defineProps<{ fruit: string; parts: StripPart[]; scaleKg: number; height?: number; label: string }>()
const { amount } = useFormat()
const { t } = useI18n()
const boxes = computed(() => props.parts.filter((p) => p.kg > 0))
const total = computed(() => boxes.value.reduce((sum, b) => sum + b.kg, 0))
</script>

<template>
  <span
    class="strip"
    :style="{
      width: `${Math.min(100, (total / scaleKg) * 100)}%`,
      height: `${height ?? 40}px`,
      '--fruit': fillOf(fruit),
    }"
    role="img"
    :aria-label="label"
  >
    <i
      v-for="b in boxes"
      :key="b.key"
      :class="b.key"
      :style="{ flexGrow: b.kg / total }"
      :title="`${t(`fruit.part.${b.key}`)} ${amount(b.kg, 'kg')}`"
    />
  </span>
</template>

<style scoped>
.strip {
  display: flex;
  min-width: 8px;
  border: 2.5px solid var(--ink);
  border-radius: 6px;
  overflow: hidden;
  background: var(--sheet);
  transition: width 0.15s;
}
i {
  flex-basis: 0;
  min-width: 0;
}
i + i {
  border-left: 2px solid var(--ink);
}
.juice {
  background: var(--fruit);
}
.trim {
  background: repeating-linear-gradient(45deg, var(--fruit) 0 5px, var(--sheet) 5px 9px);
}
.pulp {
  background: radial-gradient(circle, color-mix(in srgb, var(--fruit) 70%, #15302b) 0 1.7px, transparent 2.1px) 0 0 /
    7px 7px var(--sheet);
}
.loss {
  background: var(--ink);
}
.other {
  background: repeating-linear-gradient(0deg, var(--ink) 0 1.5px, var(--sand) 1.5px 6px);
}
@media (prefers-reduced-motion: reduce) {
  .strip {
    transition: none;
  }
}
@media print {
  i {
    print-color-adjust: exact;
  }
}
</style>
