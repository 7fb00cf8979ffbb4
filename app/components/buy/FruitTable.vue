<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { FruitToBuy, PeelToTake } from '#core/buy'
import type { PackChoiceRow } from '#shared/contract'
import { usePlan } from '~/stores/plan'
import { useSession } from '~/stores/session'

/** Fruit to buy, by when it has to be ordered, in which packs. */
export interface FruitRow extends FruitToBuy {
  by: { firm: string; ripe: string }
  /** it should have been ordered before today */
  late: boolean
  /** firm fruit may be ordered later than ripe, and there is time for it */
  firm: boolean
  packs: PackChoiceRow | undefined
}
defineProps<{ rows: readonly FruitRow[]; packText: (p: PackChoiceRow) => string }>()
const plan = usePlan()
const session = useSession()
const { t } = useI18n()
const { calendarDay, name, amount, money, sign } = useFormat()

/** By when it has to be ordered. */
function orderText(r: FruitRow): string {
  if (plan.day === plan.today) return t('buying.now')
  if (r.late) return t('buying.late', { day: calendarDay(r.by.ripe) })
  if (r.firm) return t('buying.byFirm', { firm: calendarDay(r.by.firm), ripe: calendarDay(r.by.ripe) })
  return t('buying.by', { day: calendarDay(r.by.ripe) })
}
/** Fruit that is bought for its peel alone, or that peel comes off first. */
const peelText = ({ moreKg }: PeelToTake): string =>
  moreKg.value > 0 ? t('buying.peelMore', { kg: amount(moreKg.value, 'kg', 1) }) : t('buying.peelFirst')
</script>

<template>
  <table class="rows">
    <thead>
      <tr>
        <th>{{ t('buy.fruit') }}</th>
        <th class="r roomy">{{ t('buy.juice') }}</th>
        <th class="r">{{ t('buy.needed') }}</th>
        <th class="r roomy">{{ t('buying.held') }}</th>
        <th class="r">{{ t('buy.buy') }}</th>
        <th class="packs">{{ t('buying.packs') }}</th>
        <th v-if="session.isOwner" class="r">{{ sign }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="r in rows" :key="r.fruit" :data-test="`buying-${r.fruit}`">
        <td>
          <NuxtLink :to="`/fruit/yield/${r.fruit}`"
            ><b>{{ name(r.fruit) }}</b></NuxtLink
          ><span v-if="r.buyKg.value > 0" class="small order" :class="{ late: r.late && plan.day !== plan.today }">{{
            orderText(r)
          }}</span
          ><span v-if="r.peel" class="small quiet order" data-test="peel"
            >{{ t('buying.peel', { g: amount(r.peel.neededG.value, 'g', 0) }) }}
            <FigureButton :figure="r.peel.offKg" :digits="1" :label="t('buying.peelOf')" />.
            {{ peelText(r.peel) }}</span
          ><span v-if="r.packs?.packs.length" class="small narrow">{{ packText(r.packs) }}</span>
        </td>
        <td class="r roomy">
          <FigureButton v-if="r.juiceMl.value > 0" :figure="r.juiceMl" large :digits="0" :label="t('buy.juice')" />
        </td>
        <td class="r">
          <FigureButton :figure="r.neededKg" :guessed="r.guessed.needed" :digits="2" :label="t('buy.needed')" />
        </td>
        <td class="r roomy">
          <FigureButton :figure="r.onHandKg" :guessed="r.guessed.onHand" :digits="2" :label="t('buying.held')" />
        </td>
        <td class="r strong">
          <FigureButton
            v-if="r.buyKg.value > 0"
            :figure="r.buyKg"
            :guessed="r.guessed.buy"
            :digits="1"
            :label="t('buy.buy')"
          /><span v-else class="quiet small">{{ t('buy.enough') }}</span>
        </td>
        <td class="packs small">
          <template v-if="r.packs?.packs.length">{{ packText(r.packs) }}</template><span
            v-else-if="r.buyKg.value > 0 && r.packs"
            class="quiet"
            >{{ t('buying.noPrice') }}</span
          >
        </td>
        <td v-if="session.isOwner" class="r num">{{ r.packs?.totalPrice ? money(r.packs.totalPrice) : '' }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
td a {
  text-underline-offset: 4px;
}
.order {
  display: block;
  color: var(--quiet);
}
.late {
  color: var(--hibiscus);
  font-weight: 600;
}
</style>
