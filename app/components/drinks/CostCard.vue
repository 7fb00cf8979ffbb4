<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { coinsOfLines, earningsOf, lineKey, type Cost, type CostLine } from '#core/cost'
import { useSession } from '~/stores/session'

/** What a cup costs, what it is sold at, and what is left. */
const props = defineProps<{ cost: Cost }>()
const sellPrice = defineModel<number | null>('sellPrice', { required: true })
const { t } = useI18n()
const { name, money, typed, decimals } = useFormat()
const session = useSession()

const coins = computed(() => coinsOfLines(props.cost, decimals.value))
const coinsOf = (line: CostLine): string => money(coins.value.get(lineKey(line)) ?? 0)
const otherLines = computed(() => props.cost.lines.filter((l) => l.kind !== 'layer'))

const sellText = ref(typed(sellPrice.value))
function setSell(v: number | null): void {
  if (v === sellPrice.value || (v === null && sellText.value.trim())) return
  sellPrice.value = v
}
const earnings = computed(() => earningsOf(props.cost.total, sellPrice.value, session.taxShare))
const earns = computed(() => earnings.value.earns)
const costShare = computed(() => earnings.value.costShare)
</script>

<template>
  <section class="sheet stack" style="gap: 8px" data-test="cost-card">
    <div class="spread">
      <span class="quiet">{{ t('cost.cup') }}</span><span class="big"
        ><FigureCostTotal :total="cost.total" :known="cost.known" :label="t('cost.cup')"
      /></span>
    </div>
    <ul class="lines small">
      <li v-for="l in otherLines" :key="l.key + l.kind" class="spread">
        <span>{{ name(l.key) }}</span><FigureButton
          v-if="l.cost"
          :figure="l.cost"
          :shown-as="coinsOf(l)"
          unit=""
          :label="name(l.key)"
        /><span v-else class="quiet">{{ t('cost.none') }}</span>
      </li>
    </ul>
    <FieldAmountField v-model="sellText" :label="t('cost.sell')" unit="money" paid test="sell" @number="setSell" />
    <p v-if="earns !== null" class="spread">
      <span>{{ t('cost.earns') }}</span><span class="big"
        ><FigureButton :figure="earns" :label="t('cost.earns')"
      /></span>
    </p>
    <p v-if="costShare" class="spread small">
      <span class="quiet">{{ t('cost.share') }}</span><FigureButton :figure="costShare" :label="t('cost.share')" />
    </p>
  </section>
</template>

<style scoped>
.big {
  font: 700 26px var(--head);
}
.lines {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 3px;
}
</style>
