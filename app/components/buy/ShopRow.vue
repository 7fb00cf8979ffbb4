<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { ShopItem } from '#core/buy'
import type { InCart } from '~/composables/useShop'
import { useSession } from '~/stores/session'

// A thing on the list: one touch puts it in the cart; what was really bought and paid can be typed then.
const props = defineProps<{ item: ShopItem; inCart: InCart | undefined }>()
const emit = defineEmits<{ toggle: []; confirm: []; bought: [amount: number]; paid: [money: number | null] }>()
const { t } = useI18n({ useScope: 'global' })
const { n, name, amount, typed } = useFormat()
const { ofField } = useSentence()
const session = useSession()
const isPieces = computed(() => props.item.kind === 'pieces')
const asked = computed(() =>
  isPieces.value
    ? n(props.item.wanted)
    : props.item.wanted < 1000
      ? amount(props.item.wanted, 'g', 0)
      : amount(props.item.wanted / 1000, 'kg', 1),
)
const packs = computed(() =>
  props.item.packs.map((p) => (p.loose ? '' : `${n(p.count)} × ${amount(p.packG / 1000, 'kg')}`)).filter(Boolean),
)
const seller = computed(() => props.item.packs.find((p) => p.supplier)?.supplier ?? '')
const keptUnit = computed(() => (isPieces.value ? 'pieces' : 'kg'))
const bought = ref('')
watch(
  () => props.inCart?.item,
  () => {
    const c = props.inCart
    bought.value = c ? typed(isPieces.value ? c.bought : c.bought / 1000, keptUnit.value) : ''
  },
  { immediate: true },
)
const paid = ref(props.inCart?.paid == null ? '' : typed(props.inCart.paid, 'money', 2))
function takeAmount(v: number | null): void {
  if (props.inCart && v !== null && v > 0) emit('bought', isPieces.value ? Math.round(v) : v * 1000)
}
</script>

<template>
  <li :class="{ in: inCart }" :data-test="`shop-${item.key}`">
    <v-checkbox-btn
      class="tick"
      :model-value="!!inCart"
      :aria-label="name(item.key)"
      :data-test="`tick-${item.key}`"
      @update:model-value="$emit('toggle')"
    />
    <button type="button" class="what" tabindex="-1" aria-hidden="true" @click="$emit('toggle')">
      <b>{{ name(item.key) }}</b>
      <span class="small quiet">{{ [packs.join(' + '), seller].filter(Boolean).join(' · ') }}</span>
    </button>
    <b class="num">{{ asked }}</b>
    <div v-if="inCart" class="fields">
      <FieldAmountField
        v-model="bought"
        :label="t('shop.bought')"
        dense
        :unit="keptUnit"
        :test="`bought-${item.key}`"
        @number="takeAmount"
      />
      <FieldAmountField
        v-if="session.isOwner"
        v-model="paid"
        paid
        :label="t('shop.paid')"
        dense
        unit="money"
        :test="`paid-${item.key}`"
        @number="$emit('paid', $event)"
      />
    </div>
    <p v-if="inCart?.error" class="caution wide" role="alert">{{ inCart.error }}</p>
    <div v-if="inCart?.doubts.length" class="caution wide" role="alert">
      <p v-for="d in inCart.doubts" :key="d.code">{{ ofField(d) }}</p>
      <v-btn height="48" :data-test="`sure-${item.key}`" @click="$emit('confirm')">{{ t('shop.sure') }}</v-btn>
    </div>
  </li>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 48px minmax(0, 1fr) auto;
  gap: 4px 8px;
  align-items: center;
  border-top: 1px solid var(--rule);
  padding: 8px 0;
}
/* The framework gives its boxes an area of its own grid. */
.tick {
  grid-area: 1 / 1;
}
.what {
  display: grid;
  min-height: 48px;
  align-content: center;
  text-align: left;
  border: 0;
  background: none;
  font: inherit;
  color: inherit;
  cursor: pointer;
}
.in .what b {
  text-decoration: line-through;
}
.fields {
  grid-column: 2 / -1;
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 8px;
  align-items: start;
}
.wide {
  grid-column: 1 / -1;
}
</style>
