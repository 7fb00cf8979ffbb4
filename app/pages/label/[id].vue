<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Lot } from '#shared/contract'
import { useFruit } from '~/stores/fruit'
import { useOutbox } from '~/stores/outbox'
import { ApiProblem } from '~/utils/api'

// Labels of a lot, on a roll of 62 mm or as a sheet of A4.
const PAPERS = ['roll', 'a4'] as const
const [ON_A4, MOST] = [21, 99]
const { t } = useI18n({ useScope: 'global' })
const ready = useWords('make')
const id = String(useRoute().params.id)
const fruit = useFruit()
const old = shallowRef<Lot | null>(null)
const isMissing = ref(false)
const lot = computed(() => fruit.lots.find((l) => l.id === id) ?? old.value)
async function ask(): Promise<void> {
  if (lot.value) return
  try {
    old.value = (await useOutbox().read('getLot', { params: { id } })).lot
  } catch (e) {
    if (!(e instanceof ApiProblem)) throw e
    isMissing.value = true
  }
}
watch(
  () => fruit.ready,
  (isReady) => isReady && ask(),
  { immediate: true },
)
const paper = ref<(typeof PAPERS)[number]>('roll')
const copies = ref('1')
const count = computed(() => {
  const n = Math.round(Number(copies.value))
  return n >= 1 && n <= MOST ? n : 1
})
watch(paper, (to) => (copies.value = to === 'a4' ? String(ON_A4) : '1'))
const print = (): void => window.print()
/** The size of the page is the printer's to know: it cannot be said by a class. */
useHead(() => ({
  style: [
    {
      key: 'page',
      textContent: `@media print { @page { ${paper.value === 'roll' ? 'size: 62mm auto; margin: 0' : 'size: A4; margin: 8mm'} } }`,
    },
  ],
}))
</script>

<template>
  <div v-if="ready && lot" class="labels">
    <section class="sheet stack no-print">
      <NuxtLink :to="`/fruit/lot/${lot.id}`" class="small">← {{ t('make.toLot') }}</NuxtLink>
      <h1>{{ t('make.label') }}</h1>
      <FieldChoice
        :model-value="paper"
        :label="t('make.tag.paper')"
        :items="PAPERS.map((value) => ({ value, title: t(`make.tag.${value}`) }))"
        test="paper"
        @update:model-value="paper = $event!"
      />
      <v-text-field v-model="copies" :label="t('make.tag.copies')" inputmode="numeric" data-test="copies" />
      <v-btn color="primary" height="60" data-test="print" @click="print">{{ t('make.printLabel') }}</v-btn>
      <p class="small quiet">{{ t('make.tag.why') }}</p>
    </section>
    <div class="paper" :class="paper" data-test="paper-view">
      <LabelTag v-for="n in count" :key="n" :lot="lot" />
    </div>
  </div>
  <p v-else-if="ready && isMissing" class="sheet">{{ t('problem.not-found') }}</p>
</template>

<style scoped>
.labels {
  display: grid;
  grid-template-columns: 300px minmax(0, 1fr);
  gap: 18px;
  align-items: start;
}
.paper {
  display: grid;
  gap: 4mm;
  justify-content: start;
}
.paper :deep(.tag) {
  border: 1px solid var(--rule);
}
.a4 {
  grid-template-columns: repeat(3, 62mm);
  gap: 2mm;
  overflow-x: auto;
}
@media (max-width: 900px) {
  .labels {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media print {
  .labels {
    display: block;
  }
  .paper {
    gap: 0;
  }
  .paper :deep(.tag) {
    border: 0;
  }
  .roll :deep(.tag) {
    break-after: page;
  }
}
</style>
