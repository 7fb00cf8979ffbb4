<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { pricePerKg } from '#core/cost'
import { partsOfLot } from '#core/yield'
import { isGuessed, isOfOne, yieldMlPerKg } from '#core/yield'
import type { Lot } from '#shared/contract'
import { isThere, useFruit } from '~/stores/fruit'
import { useSession } from '~/stores/session'

const props = defineProps<{ lot: Lot; scaleKg: number; selected: boolean }>()
const emit = defineEmits<{ select: []; press: [] }>()
const fruit = useFruit()
const session = useSession()
const { t } = useI18n()
const { amount, day, name } = useFormat()

const presses = computed(() => fruit.pressesOf.get(props.lot.id) ?? [])
const parts = computed(() => partsOfLot(props.lot, presses.value))
const price = computed(() =>
  props.lot.cost === null ? null : pricePerKg({ packPrice: props.lot.cost, packG: props.lot.amount }),
)
const latest = computed(() => presses.value.find(isOfOne))
const keeping = computed(() => (isThere(props.lot) ? fruit.keepings.get(props.lot.id) : undefined))
const wasKg = computed(() =>
  props.lot.purchasedG === null ? '' : t('peel.was', { kg: amount(props.lot.purchasedG / 1000, 'kg') }),
)
const label = computed(
  () =>
    `${name(props.lot.itemKey)}: ${parts.value
      .filter((p) => p.kg > 0)
      .map((p) => `${t(`fruit.part.${p.key}`)} ${amount(p.kg, 'kg')}`)
      .join(', ')}`,
)
</script>

<template>
  <article class="lot" :class="{ selected }" data-test="lot" :data-fruit="lot.itemKey" :data-state="keeping?.state">
    <button type="button" class="face" :aria-pressed="selected" @click="emit('select')">
      <span class="head">
        <b>{{ lot.kind === 'peeled' ? t('peel.of', { fruit: name(lot.itemKey) }) : name(lot.itemKey) }}</b>
        <FigureShown :value="lot.amount / 1000" unit="kg" :guessed="!lot.weighed" />
        <span class="quiet small rest">{{
          [lot.supplier, day(lot.at), lot.count ? t('fruit.pieces', { n: lot.count }, lot.count) : '', wasKg]
            .filter(Boolean)
            .join(' · ')
        }}</span>
        <span v-if="session.isOwner" class="small price">{{
          price === null ? t('fruit.noPrice') : price === 0 ? t('fruit.given') : amount(price, 'money/kg')
        }}</span>
      </span>
      <FruitKiloStrip :fruit="lot.itemKey" :parts="parts" :scale-kg="scaleKg" :label="label" :height="30" />
      <span class="foot small">
        <span v-if="keeping"
          >{{ t('fruit.inCrate', { kg: amount(lot.onHand / 1000, 'kg') }) }} ·
          <FruitKeepingWord :keeping="keeping" :feel="lot.look?.feel ?? lot.seen?.feel ?? null"
        /></span>
        <span v-else class="quiet">{{ t('fruit.allPressed') }}</span>
        <span v-if="latest" class="quiet"
          >{{ isGuessed(latest) ? '≈ ' : '' }}{{ amount(yieldMlPerKg(latest), 'mL/kg') }}</span
        >
      </span>
    </button>
    <span class="acts">
      <v-btn v-if="keeping" class="go" data-test="press" @click="emit('press')">{{ t('fruit.press') }}</v-btn>
      <NuxtLink :to="`/fruit/lot/${lot.id}`" class="open small" data-test="open-lot">{{ t('fruit.openLot') }}</NuxtLink>
    </span>
  </article>
</template>

<style scoped>
.lot {
  display: grid;
  grid-template-columns: 1fr 100px;
  gap: 14px;
  align-items: center;
  padding: 4px 0;
  border-bottom: 1px solid var(--rule);
}
.face {
  display: grid;
  gap: 4px;
  width: 100%;
  text-align: left;
  background: none;
  border: 0;
  font: inherit;
  color: inherit;
  cursor: pointer;
  padding: 4px 10px;
  border-radius: 12px;
}
.face:hover {
  background: #faf6ea;
}
.selected .face {
  background: var(--sand);
}
.head {
  display: flex;
  gap: 10px;
  align-items: baseline;
  flex-wrap: wrap;
}
.head b {
  font-size: 16.5px;
}
.rest {
  flex: 1;
}
.foot {
  display: flex;
  gap: 16px;
  justify-content: space-between;
  min-height: 19px;
}
.acts {
  display: grid;
  gap: 2px;
}
.go {
  width: 100%;
}
.open {
  display: grid;
  place-items: center;
  min-height: 44px;
  text-underline-offset: 4px;
}
@media (max-width: 700px) {
  .lot {
    grid-template-columns: 1fr;
    gap: 2px;
  }
  .rest {
    flex-basis: 100%;
    order: 5;
  }
  .acts {
    grid-template-columns: 1fr auto;
    gap: 14px;
    padding: 2px 10px 4px;
  }
  .open {
    padding: 0 8px;
  }
  .lot:not([data-state]) .acts {
    grid-template-columns: auto;
    justify-content: end;
  }
}
</style>
