<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Figure } from '#core/figures'
import type { GoodsToBuy } from '#core/buy'
import type { PackChoiceRow } from '#shared/contract'
import { useSession } from '~/stores/session'

// What is bought beside fruit: by the gram, in whole packs, with what is left of them.
defineProps<{
  goods: readonly (GoodsToBuy & { packs: PackChoiceRow | undefined; over: number | null; until: string | null })[]
  pieces: readonly { name: string; count: number; held: number }[]
  tapG: Figure
  packText: (p: PackChoiceRow) => string
}>()
const { t } = useI18n()
const { n, name, amount, money, sign, calendarDay } = useFormat()
const session = useSession()
</script>

<template>
  <h2 class="below">{{ t('buying.goods') }}</h2>
  <table class="rows">
    <thead>
      <tr>
        <th>{{ t('buying.what') }}</th>
        <th class="r">{{ t('buying.needed') }}</th>
        <th class="r roomy">{{ t('buying.held') }}</th>
        <th class="r">{{ t('buy.buy') }}</th>
        <th class="packs">{{ t('buying.packs') }}</th>
        <th v-if="session.isOwner" class="r">{{ sign }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="g in goods" :key="g.key" :data-test="`goods-${g.key}`">
        <td>
          <b>{{ name(g.key) }}</b>
          <span v-if="g.packs?.packs.length" class="small narrow">{{ packText(g.packs) }}</span>
        </td>
        <td class="r"><FigureButton :figure="g.neededG" large :digits="0" :label="t('buying.needed')" /></td>
        <td class="r roomy"><FigureButton :figure="g.onHandG" large :digits="0" :label="t('buying.held')" /></td>
        <td class="r strong">
          <FigureButton v-if="g.buyG.value > 0" :figure="g.buyG" large :digits="0" :label="t('buy.buy')" /><span
            v-else
            class="quiet small"
            >{{ t('buy.enough') }}</span
          >
        </td>
        <td class="packs small">
          <template v-if="g.packs?.packs.length"
            >{{ packText(g.packs)
            }}<span v-if="g.over !== null" class="quiet over"
              >{{ t('buying.over', { g: amount(g.over, 'g') })
              }}<template v-if="g.until">: {{ t('buying.restUntil', { day: calendarDay(g.until) }) }}</template></span
            ></template
          ><span v-else-if="g.buyG.value > 0 && g.packs" class="quiet">{{ t('buying.noPrice') }}</span>
        </td>
        <td v-if="session.isOwner" class="r num">{{ g.packs?.totalPrice ? money(g.packs.totalPrice) : '' }}</td>
      </tr>
    </tbody>
  </table>
  <p class="small" data-test="pieces">
    <template v-for="p in pieces" :key="p.name"
      >{{ t('buying.pieces', { n: n(p.count), name: p.name })
      }}<template v-if="p.held > 0">, {{ t('buying.piecesHeld', { n: n(p.held) }) }}</template> · </template
    ><template v-if="tapG.value > 0">{{ t('buying.tap', { litres: amount(tapG.value / 1000, 'L', 1) }) }}</template>
  </p>
</template>

<style scoped>
.below {
  margin-top: 10px;
}
.over {
  display: block;
}
</style>
