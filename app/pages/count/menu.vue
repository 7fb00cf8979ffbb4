<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { USUAL_STAND } from '#core/stand'
import { useCatalogue } from '~/stores/catalogue'
import { usePlan } from '~/stores/plan'
import { useSession } from '~/stores/session'
import { saveCsv } from '~/utils/save'
import type { MenuAsk } from '~/composables/useMenu'

// What each drink leaves of its price, how sure that is, and what it leaves where something is dearer.
const { t } = useI18n({ useScope: 'global' })
const { n, money } = useFormat()
const ready = useWords('count')
const catalogue = useCatalogue()
const session = useSession()
const plan = usePlan()
const keptBy = (): MenuAsk => ({
  ...{ tax: session.taxShare, target: session.stand?.costShare ?? USUAL_STAND.costShare },
  ...{ dear: null, dearTimes: 4 / 3 },
})
const ask = ref(keptBy())
watch(
  () => session.standId,
  () => (ask.value = keptBy()),
)
const { lines, unsound, things, spreads, isDrawing } = useMenu(() => ask.value)
/** The table as a file: numbers plain, each with its unit in the head line. */
function download(): void {
  const m = session.currency
  const head = [
    'drink',
    'cup',
    `price_${m}`,
    `goes_in_${m}`,
    `leaves_${m}`,
    'cost_share_percent',
    `price_for_share_${m}`,
  ]
  const rest = [
    'cups_30_days',
    `left_of_sold_${m}`,
    `per_hand_hour_${m}`,
    `per_litre_${m}`,
    `cost_low_${m}`,
    `cost_high_${m}`,
  ]
  const of = (f: { value: number } | null): number | null => f?.value ?? null
  saveCsv(`menu-${plan.today}.csv`, [
    [...head, ...rest],
    ...lines.value.map((l) => [
      ...[
        l.recipe.name,
        l.cupId ? cupName(l.cupId) : '',
        l.price,
        of(l.goesIn),
        of(l.left),
        of(l.share),
        of(l.priceFor),
      ],
      ...[l.cups, of(l.all), of(l.perHandHour), of(l.perLitre)],
      ...[spreads.value.get(l.id)?.low ?? null, spreads.value.get(l.id)?.high ?? null],
    ]),
  ])
}
const cupName = (id: string): string => catalogue.cups.find((c) => c.id === id)?.name ?? ''
const percent = (share: number): string => `${n(100 * share)} %`
</script>

<template>
  <div v-if="ready" class="menu stack" data-test="menu">
    <section class="sheet stack">
      <NuxtLink to="/count" class="small no-print">← {{ t('count.back') }}</NuxtLink>
      <h1>{{ t('count.menuTitle') }}</h1>
      <p class="quiet">{{ t('count.menuWhy') }}</p>
      <CountMenuAsks :key="session.standId" v-model="ask" :things="things" />
      <p v-if="!lines.length" data-test="menu-empty">{{ t('count.menuEmpty') }}</p>
      <div v-else class="wide">
        <table class="rows">
          <thead>
            <tr>
              <th>{{ t('count.drink') }}</th>
              <th class="r roomy">{{ t('count.price') }}</th>
              <th class="r roomy">{{ t('count.goesIn') }}</th>
              <th class="r">{{ t('count.leaves') }}</th>
              <th v-if="ask.dear" class="r">{{ t('count.dearer') }}</th>
              <th class="r">{{ t('count.share') }}</th>
              <th class="r roomy">{{ t('count.priceFor', { share: percent(ask.target) }) }}</th>
              <th class="r roomy">{{ t('count.sold') }}</th>
              <th class="r roomy">{{ t('count.all') }}</th>
              <th class="r roomy">{{ t('count.perHour') }}</th>
              <th class="r roomy">{{ t('count.perLitre') }}</th>
              <th class="r roomy">{{ t('count.spread') }}</th>
              <th class="r roomy">{{ t('count.chance') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="l in lines" :key="l.id" data-test="menu-line">
              <td>
                <NuxtLink :to="`/drinks/${l.recipe.id}`">{{ l.recipe.name }}</NuxtLink>
                <span v-if="l.cupId" class="small quiet">{{ ` ${cupName(l.cupId)}` }}</span>
              </td>
              <td class="r num roomy" data-test="menu-price">
                {{ l.price === null ? '?' : `${money(l.price)}${l.isReckoned ? ' *' : ''}` }}
              </td>
              <td class="r roomy">
                <FigureButton v-if="l.goesIn" :figure="l.goesIn" :label="t('count.goesIn')" /><template v-else
                  >?</template
                >
              </td>
              <td class="r">
                <FigureButton v-if="l.left" :figure="l.left" :label="t('count.leaves')" /><template v-else>?</template>
              </td>
              <td v-if="ask.dear" class="r num" data-test="then-leaves">
                {{ l.leftDearer ? money(l.leftDearer.value) : '?' }}
              </td>
              <td class="r" :class="{ over: l.share && l.share.value > 100 * ask.target }">
                <FigureButton v-if="l.share" :figure="l.share" :label="t('count.share')" /><template v-else>?</template>
              </td>
              <td class="r roomy">
                <FigureButton
                  v-if="l.priceFor"
                  :figure="l.priceFor"
                  :label="t('count.priceFor', { share: percent(ask.target) })"
                /><template v-else>?</template>
              </td>
              <td class="r num roomy">{{ n(l.cups) }}</td>
              <td class="r roomy">
                <FigureButton v-if="l.all" :figure="l.all" :label="t('count.all')" /><template v-else>?</template>
              </td>
              <td class="r roomy">
                <FigureButton v-if="l.perHandHour" :figure="l.perHandHour" :label="t('count.perHour')" />
                <template v-else>?</template>
              </td>
              <td class="r roomy">
                <FigureButton v-if="l.perLitre" :figure="l.perLitre" :label="t('count.perLitre')" />
                <template v-else>?</template>
              </td>
              <td class="r num roomy" data-test="cost-spread">
                {{ spreads.has(l.id) ? `${money(spreads.get(l.id)!.low)} – ${money(spreads.get(l.id)!.high)}` : '' }}
              </td>
              <td class="r num roomy">
                {{ spreads.get(l.id)?.above == null ? '' : percent(spreads.get(l.id)!.above!) }}
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <p v-if="lines.some((l) => l.isReckoned)" class="small quiet">* {{ t('count.reckonedMenu') }}</p>
      <v-btn
        v-if="lines.length"
        class="no-print file"
        height="48"
        variant="text"
        data-test="csv-menu"
        @click="download"
        >{{ t('count.menuFile') }}</v-btn
      >
      <p v-if="isDrawing" class="small quiet" role="status">{{ t('count.simulating') }}</p>
      <p v-else class="small quiet">{{ t('count.spreadWhy') }}</p>
      <p v-if="unsound.length" class="caution" role="note">{{ t('count.unsound', { list: unsound.join(', ') }) }}</p>
    </section>
    <CountByStand />
    <CountMakeOrBuy />
  </div>
</template>

<style scoped>
.file {
  justify-self: start;
}
.wide {
  overflow-x: auto;
}
.over {
  font-weight: 700;
  color: var(--hibiscus);
}
.rows td.r {
  white-space: nowrap;
}
</style>
