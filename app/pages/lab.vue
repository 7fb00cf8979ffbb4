<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { RECIPE_OPS, type Op } from '#core/process'

// Every step and every ingredient of the core, with numbers to try. Nothing is saved; its words are fetched when it is
// opened.
const { t } = useI18n({ useScope: 'global' })
const route = useRoute()
const router = useRouter()
const ready = useWords('lab')
const ops = RECIPE_OPS
const item = computed(() => (typeof route.query.item === 'string' ? route.query.item : null))
const op = computed((): Op => (ops.includes(route.query.step as Op) ? (route.query.step as Op) : 'brew'))
const show = (query: Record<string, string>): void => void router.replace({ query })
</script>

<template>
  <div v-if="ready" class="lab">
    <header class="spread">
      <div>
        <h1>{{ t('lab.title') }}</h1>
        <p class="quiet">{{ t('lab.why') }}</p>
      </div>
      <nav class="which">
        <button type="button" :aria-pressed="!item" data-test="lab-steps" @click="show({ step: op })">
          {{ t('lab.steps') }}
        </button>
        <button type="button" :aria-pressed="!!item" data-test="lab-items" @click="show({ item: 'lemon-juice' })">
          {{ t('lab.substances') }}
        </button>
      </nav>
    </header>
    <template v-if="!item">
      <ol class="ops sheet">
        <li v-for="o in ops" :key="o">
          <button
            type="button"
            :aria-current="o === op || undefined"
            :data-test="`step-${o}`"
            @click="show({ step: o })"
          >
            {{ t(`step.${o}`) }}
          </button>
        </li>
      </ol>
      <v-select
        class="pick"
        :model-value="op"
        :items="ops.map((o) => ({ value: o, title: t(`step.${o}`) }))"
        :label="t('lab.step')"
        data-test="step-pick"
        @update:model-value="show({ step: $event })"
      />
      <LabStepBench :key="op" :op="op" />
    </template>
    <LabSubstance v-else :key="item" :item="item" @item="show({ item: $event })" />
  </div>
</template>

<style scoped>
.lab {
  display: grid;
  grid-template-columns: 232px minmax(0, 1fr);
  gap: 16px;
  align-items: start;
}
.lab > header,
.lab > :deep(.substance) {
  grid-column: 1 / -1;
}
.which {
  display: flex;
  border: 2.5px solid var(--ink);
  border-radius: 13px;
  overflow: hidden;
}
.which button {
  min-height: 48px;
  padding: 0 18px;
  border: 0;
  background: var(--sheet);
  font: 600 16px var(--text);
  color: var(--ink);
  cursor: pointer;
}
.which button[aria-pressed='true'] {
  background: var(--ink);
  color: var(--sheet);
}
.ops {
  list-style: none;
  margin: 0;
  padding: 8px;
  position: sticky;
  top: 12px;
  max-height: calc(100vh - 24px);
  overflow-y: auto;
}
.ops button {
  width: 100%;
  min-height: 38px;
  padding: 3px 10px;
  border: 0;
  border-left: 4px solid transparent;
  background: none;
  font: inherit;
  font-size: 15px;
  text-align: left;
  color: inherit;
  cursor: pointer;
}
.ops button:hover {
  background: #faf6ea;
}
.ops button[aria-current] {
  border-left-color: var(--zest);
  font-weight: 700;
  background: #faf6ea;
}
.pick {
  display: none;
  grid-column: 1 / -1;
}
@media (max-width: 900px) {
  .lab {
    grid-template-columns: minmax(0, 1fr);
  }
  .lab > header {
    flex-wrap: wrap;
  }
  .ops {
    display: none;
  }
  .pick {
    display: block;
  }
}
</style>
