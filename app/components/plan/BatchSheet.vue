<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { prepAmounts } from '#core/scale'
import { useDrinks } from '~/stores/drinks'
import { useSession } from '~/stores/session'
import { perCup, type Sheet } from '~/stores/plan'
import { fillOf } from '~/utils/colours'

const props = defineProps<{ sheet: Sheet; scaleMl: number }>()
const { t } = useI18n()
const { n, amount, name } = useFormat()
const session = useSession()
const rows = computed(() =>
  [...props.sheet.batch.rows].sort((a, b) => Number(a.layer.fillsUp) - Number(b.layer.fillsUp)),
)

/** A change with its sign; one that shows as nothing has none. */
function signed(v: number): string {
  return (Math.abs(v) < 0.005 ? '' : v < 0 ? '−' : '+') + n(Math.abs(v), 2)
}
const parts = (row: Sheet['batch']['rows'][number]) => {
  const item = row.layer.item
  if (!item || !('prep' in item)) return []
  return prepAmounts(row.layer, props.sheet.evaluation.bill.prepOf(item.prep))
}
const poured = computed(() => useDrinks().pouredOf(props.sheet.recipe))
const ofCup = computed(() => perCup(props.sheet))
</script>

<template>
  <article class="sheet batch" data-test="batch">
    <header class="spread">
      <h2>{{ sheet.recipe.name }}</h2>
      <span
        ><b class="num">{{ n(sheet.line.cups) }}</b> <span class="unit">{{ t('plan.cups') }}</span> ·
        <FigureButton :figure="sheet.batch.litres" :digits="2" :label="t('plan.litres')"
      /></span>
    </header>
    <p class="quiet small">
      {{ poured ? t('drinks.standard', { n: poured.number }) : t('plan.draftUsed') }}
    </p>
    <div class="body">
      <table class="rows">
        <thead>
          <tr>
            <th>{{ t('plan.pourIn') }}</th>
            <th class="r">{{ t('plan.amount') }}</th>
          </tr>
        </thead>
        <tbody>
          <template v-for="row in rows" :key="row.layer.stream">
            <tr :data-test="`row-${row.layer.stream}`">
              <td>
                <span class="what"><i :style="{ background: fillOf(row.layer.key) }" />{{ name(row.layer.key) }}</span>
              </td>
              <td class="r"><FigureButton :figure="row.rounded" large :digits="0" :label="name(row.layer.key)" /></td>
            </tr>
            <tr v-for="p in parts(row)" :key="p.key" class="of">
              <td>{{ t('plan.ofWhich', { name: name(p.key) }) }}</td>
              <td class="r"><FigureButton :figure="p.massG" large :digits="0" :label="name(p.key)" /></td>
            </tr>
          </template>
        </tbody>
      </table>
      <PlanBatchVessel v-if="sheet.fit" :fit="sheet.fit" :batch="sheet.batch" :scale-ml="scaleMl" />
      <p v-else class="caution">{{ t('vessel.none') }}</p>
    </div>
    <p v-if="sheet.fit?.split" class="caution" data-test="too-big">
      {{
        t('problem.batch-larger-than-vessels', {
          litres_L: amount(sheet.batch.rounded.volume.value / 1000, 'L', 1),
          vessel: sheet.fit.vessel.name,
          batches: n(sheet.fit.batches.value),
          each_L: amount(sheet.fit.fillMl.value / 1000, 'L'),
        })
      }}
    </p>
    <footer class="spread small">
      <span
        >{{ t('plan.rounded') }} <FigureButton :figure="sheet.batch.rounded.brix" :digits="2" />{{ ' ' }}
        <span class="quiet">({{ t('plan.shift', { shift: signed(sheet.batch.brixShift.value) }) }})</span></span
      >
      <span v-if="session.isOwner && sheet.cost && ofCup"
        >{{ t('plan.costBatch') }}
        <FigureCostTotal :total="sheet.cost.total" :known="sheet.cost.known" :label="t('plan.costBatch')" /> ·
        {{ t('plan.costCup') }}
        <FigureCostTotal :total="ofCup.total" :known="ofCup.known" :label="t('plan.costCup')" /><template
          v-if="!sheet.cost.total"
        >
          · <b>{{ t('cost.hole') }}</b></template
        ></span
      >
    </footer>
  </article>
</template>

<style scoped>
.batch {
  display: grid;
  gap: 6px;
  break-inside: avoid;
}
.body {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 24px;
  align-items: start;
}
.what {
  display: flex;
  align-items: center;
  gap: 10px;
}
.what i {
  flex: none;
  width: 12px;
  height: 22px;
  border: 2px solid var(--ink);
  border-radius: 3px;
  print-color-adjust: exact;
}
.of td {
  color: var(--quiet);
  font-size: 14px;
}
.of td:first-child {
  padding-left: 26px;
}
@media (max-width: 700px) {
  .body {
    grid-template-columns: 1fr;
    justify-items: center;
  }
}
@media print {
  .batch {
    padding: 10pt 0 4pt;
    border-top: 2px solid #15302b;
    border-radius: 0;
  }
  .body {
    grid-template-columns: 1fr auto;
  }
  .of td {
    color: #000;
    font-size: 14pt;
  }
}
</style>
