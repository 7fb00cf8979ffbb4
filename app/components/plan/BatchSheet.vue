<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { cupsInAll, inParts, prepAmounts } from '#core/scale'
import type { Packing } from '~/composables/usePacking'
import { useDrinks } from '~/stores/drinks'
import { useSession } from '~/stores/session'
import { perCup, type Sheet } from '~/stores/plan'
import { fillOf } from '~/utils/colours'

const props = defineProps<{ sheet: Sheet; packing: Packing; scaleMl: number }>()
const { t } = useI18n()
const { n, amount, name, time } = useFormat()
const session = useSession()
const rows = computed(() =>
  [...props.sheet.batch.rows].sort((a, b) => Number(a.layer.fillsUp) - Number(b.layer.fillsUp)),
)

const held = computed(() => props.packing.held.value.get(props.sheet.line.id))
const refills = computed(() => (held.value ? props.packing.refills(held.value) : []))
const change = computed(() => held.value && props.packing.change(props.sheet, held.value))
/** Parts that the batch is made in, where it is more than one: each has a column. */
const partsMl = computed(() => (held.value?.loads.length ? props.packing.parts(held.value) : []))
const heads = computed(() =>
  partsMl.value.length < 2
    ? []
    : [
        ...held.value!.loads.map((l) => l.vessel.name),
        ...refills.value.map((r) => (r.at ? t('vessel.at', { time: time(r.at) }) : t('vessel.later'))),
      ],
)
const inEach = (row: Sheet['batch']['rows'][number]) => {
  const { massStepG, volumeStepMl } = session.stand!
  return inParts(row, partsMl.value, row.unit === 'g' ? massStepG : volumeStepMl)
}
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
        ><b class="num">{{ n(cupsInAll(sheet.line)) }}</b> <span class="unit">{{ t('plan.cups') }}</span> ·
        <FigureButton :figure="sheet.batch.litres" :digits="2" :label="t('plan.litres')"
      /></span>
    </header>
    <p class="quiet small">
      {{ poured ? t('drinks.standard', { n: poured.number }) : t('plan.draftUsed')
      }}<template v-if="sheet.line.sizes.length"> · <PlanSizesSaid :sizes="sheet.line.sizes" /></template>
    </p>
    <div class="body">
      <table class="rows">
        <thead>
          <tr>
            <th>{{ t('plan.pourIn') }}</th>
            <th class="r">{{ heads.length ? t('plan.inAll') : t('plan.amount') }}</th>
            <th v-for="(h, i) in heads" :key="i" class="r part">{{ h }}</th>
          </tr>
        </thead>
        <tbody>
          <template v-for="row in rows" :key="row.layer.stream">
            <tr :data-test="`row-${row.layer.stream}`">
              <td>
                <span class="what"><i :style="{ background: fillOf(row.layer.key) }" />{{ name(row.layer.key) }}</span>
              </td>
              <td class="r"><FigureButton :figure="row.rounded" large :digits="0" :label="name(row.layer.key)" /></td>
              <template v-if="heads.length">
                <td v-for="(f, i) in inEach(row)" :key="i" class="r part">
                  <FigureButton :figure="f" large :digits="0" :label="`${name(row.layer.key)}, ${heads[i]}`" />
                </td>
              </template>
            </tr>
            <tr v-for="p in parts(row)" :key="p.key" class="of">
              <td>{{ t('plan.ofWhich', { name: name(p.key) }) }}</td>
              <td class="r"><FigureButton :figure="p.massG" large :digits="0" :label="name(p.key)" /></td>
              <td v-for="h in heads" :key="h" />
            </tr>
          </template>
        </tbody>
      </table>
      <div v-if="held?.loads.length" class="vessels">
        <PlanBatchVessel
          v-for="l in held.loads"
          :key="l.vessel.id"
          :load="l"
          :batch="sheet.batch"
          :scale-ml="scaleMl"
        />
      </div>
      <p v-else-if="held" class="caution">{{ t(packing.anyVessel.value ? 'vessel.noneFree' : 'vessel.none') }}</p>
    </div>
    <p v-if="held?.loads.length && change" class="caution" data-test="too-big">
      {{
        t('vessel.tooMuch', {
          litres: amount(sheet.batch.rounded.volume.value / 1000, 'L', 1),
          vessels: held.loads.map((l) => l.vessel.name).join(' + '),
        })
      }}
      <template v-for="(r, i) in refills" :key="i"
        >{{
          r.at
            ? t('vessel.refill', { time: time(r.at), fill: amount(r.fillMl / 1000, 'L', 1) })
            : t('vessel.refillLater', { fill: amount(r.fillMl / 1000, 'L', 1) })
        }}{{ ' ' }}</template
      >{{ t('vessel.orElse', { n: n(change.fewerCups), size: amount(change.vesselMl / 1000, 'L', 1) }) }}
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
.vessels {
  display: flex;
  flex-wrap: wrap;
  justify-content: center;
  max-width: 310px;
}
.part {
  font-weight: 400;
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
