<script setup lang="ts">
import { useI18n } from 'vue-i18n'

// The line of stops: navigation, and the day at a glance.
const stops = useStops()
const { t } = useI18n()
const route = useRoute()
/** The buying list belongs to the first stop. */
const at = computed(() => (route.path === '/buy' ? '/fruit/buy' : route.path))
const isHere = (path: string): boolean => at.value === path || at.value.startsWith(`${path}/`)
const strip = ref<HTMLElement | null>(null)
watch(
  () => route.path,
  () =>
    nextTick(() =>
      strip.value?.querySelector('[aria-current]')?.scrollIntoView({ inline: 'center', block: 'nearest' }),
    ),
  { immediate: true },
)
</script>

<template>
  <nav class="line no-print" :aria-label="t('line.label')">
    <ol ref="strip">
      <li v-for="s in stops" :key="s.key" :class="{ here: isHere(s.path) }">
        <NuxtLink :to="s.path" :aria-current="isHere(s.path) ? 'page' : undefined">
          <span class="dot" aria-hidden="true" />
          <span class="name">{{ t(`stop.${s.key}`) }}</span>
          <span class="live">{{ s.figure || '\u00a0' }}</span>
        </NuxtLink>
      </li>
    </ol>
  </nav>
</template>

<style scoped>
.line {
  flex: 1;
  min-width: 0;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(8, 1fr);
}
li {
  position: relative;
  text-align: center;
}
li::before {
  content: '';
  position: absolute;
  z-index: 0;
  top: 14px;
  left: -50%;
  width: 100%;
  height: 3px;
  background: var(--ink);
}
li:first-child::before {
  display: none;
}
a {
  position: relative;
  z-index: 1;
  display: grid;
  justify-items: center;
  gap: 1px;
  min-height: 64px;
  padding-top: 4px;
  text-decoration: none;
  color: var(--ink);
  border-radius: 12px;
}
.dot {
  width: 17px;
  height: 17px;
  margin: 3px 0 5px;
  border-radius: 50%;
  background: var(--sheet);
  border: 3px solid var(--ink);
}
.here .dot {
  width: 25px;
  height: 25px;
  margin: -1px 0 1px;
  background: var(--zest);
}
.name {
  font-weight: 600;
  font-size: 15px;
  line-height: 1.2;
}
.here .name {
  font-weight: 800;
}
.live {
  font-size: 12.5px;
  color: var(--quiet);
  line-height: 1.2;
  font-variant-numeric: tabular-nums;
  white-space: nowrap;
}
@media (max-width: 700px) {
  .line {
    position: fixed;
    inset: auto 0 0 0;
    z-index: 900;
    background: var(--paper);
    border-top: 2px solid var(--ink);
    padding-bottom: env(safe-area-inset-bottom);
  }
  ol {
    display: flex;
    overflow-x: auto;
    scrollbar-width: none;
    padding: 6px 4px 4px;
  }
  li {
    flex: 0 0 88px;
  }
}
</style>
