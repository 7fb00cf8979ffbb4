<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Cost } from '#core/cost'
import { GARNISH_PLACES, withServe, type Garnish, type GarnishPlace, type RecipeDocument } from '#core/recipe'
import { useCatalogue } from '~/stores/catalogue'

// What is put on the cup and is not poured: a garnish, a rim, a herb between the ice; and how long a cup takes.
const props = defineProps<{ document: RecipeDocument; cost: Cost | null; editable: boolean }>()
const emit = defineEmits<{ edit: [document: RecipeDocument] }>()
const { t } = useI18n()
const { name, money, amount, typed, n } = useFormat()
const catalogue = useCatalogue()
const MOST = 5
/** g of a first one, before somebody says; and the most that is no slip. */
const [FIRST_G, MOST_G, MOST_S] = [5, 1000, 3600]

const garnish = computed(() => props.document.serve?.garnish ?? [])
const set = (to: Garnish[]): void => emit('edit', withServe(props.document, { garnish: to }))
const change = (i: number, over: Partial<Garnish>): void =>
  set(garnish.value.map((g, at) => (at === i ? { ...g, ...over } : g)))
/** What is being typed stays as it is until the field is left, and longer where it cannot be read. */
const typing = reactive<Record<string, string>>({})
const unread = new Set<string>()
function left({ ingredient }: Garnish): void {
  if (!unread.has(ingredient)) delete typing[ingredient]
}
function weighed(i: number, massG: number | null): void {
  unread[massG === null ? 'add' : 'delete'](garnish.value[i]!.ingredient)
  if (massG !== null && massG > 0 && massG <= MOST_G && massG !== garnish.value[i]?.massG) change(i, { massG })
}
const KINDS = ['fruit', 'herb', 'flower', 'peel', 'spice', 'salt', 'sweetener', 'seed']
const items = computed(() =>
  catalogue.ingredients
    .filter((i) => KINDS.includes(i.kind) && !garnish.value.some((g) => g.ingredient === i.key))
    .map((i) => ({ value: i.key, title: name(i.key) }))
    .sort((a, b) => a.title.localeCompare(b.title)),
)
const places = computed(() => GARNISH_PLACES.map((value) => ({ value, title: t(`onCup.${value}`) })))
const chosen = ref<string | null>(null)
watch(chosen, async (ingredient) => {
  if (!ingredient) return
  const at: GarnishPlace = ['salt', 'sweetener'].includes(catalogue.byKey.get(ingredient)?.kind ?? '') ? 'rim' : 'top'
  set([...garnish.value, { ingredient, massG: FIRST_G, at }])
  await nextTick()
  chosen.value = null
})
const costOf = (g: Garnish): string => {
  const line = props.cost?.lines.find((l) => l.kind === 'garnish' && l.key === g.ingredient)
  return line?.cost ? money(line.cost.value) : t('cost.none')
}
const seconds = computed(() => props.document.serve?.labourS ?? 0)
const secondsText = ref(typed(seconds.value))
function took(s: number | null): void {
  if (s !== null && s >= 0 && s <= MOST_S && s !== seconds.value)
    emit('edit', withServe(props.document, { labourS: s }))
}
</script>

<template>
  <section v-if="editable || garnish.length" class="cup" data-test="on-the-cup">
    <h2>{{ t('onCup.title') }}</h2>
    <div v-for="(g, i) in garnish" :key="g.ingredient" class="line" :data-test="`on-cup-${g.ingredient}`">
      <b>{{ name(g.ingredient) }}</b>
      <template v-if="editable">
        <FieldAmountField
          :model-value="typing[g.ingredient] ?? typed(g.massG, 'g', 2)"
          label=""
          dense
          unit="g"
          :of="g.ingredient"
          :aria-label="name(g.ingredient)"
          :test="`on-cup-g-${g.ingredient}`"
          @update:model-value="typing[g.ingredient] = $event"
          @number="weighed(i, $event)"
          @done="left(g)"
        />
        <v-select
          :model-value="g.at ?? 'top'"
          :items="places"
          :aria-label="t('onCup.where')"
          @update:model-value="change(i, { at: $event })"
        />
      </template>
      <span v-else>{{ amount(g.massG, 'g') }}, {{ t(`onCup.${g.at ?? 'top'}`) }}</span>
      <span v-if="cost" class="num r">{{ costOf(g) }}</span>
      <v-btn
        v-if="editable"
        variant="text"
        :aria-label="t('layer.remove', { name: name(g.ingredient) })"
        :data-test="`on-cup-remove-${g.ingredient}`"
        @click="set(garnish.filter((_, at) => at !== i))"
        >✕</v-btn
      >
    </div>
    <div v-if="editable" class="more">
      <v-autocomplete
        v-if="garnish.length < MOST"
        v-model="chosen"
        :items="items"
        :label="t('onCup.add')"
        data-test="on-cup-add"
        auto-select-first
      />
      <FieldAmountField v-model="secondsText" :label="t('onCup.seconds')" unit="s" test="pour-seconds" @number="took" />
    </div>
    <p v-else-if="seconds" class="small quiet">{{ t('onCup.takes', { s: n(seconds) }) }}</p>
  </section>
</template>

<style scoped>
.cup {
  display: grid;
  gap: 8px;
  min-width: 0;
}
h2 {
  font-size: 17px;
}
.line {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 92px 128px 52px 40px;
  gap: 8px;
  align-items: center;
}
.r {
  text-align: right;
}
.more {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 156px);
  gap: 10px;
}
@media (max-width: 700px) {
  .line {
    grid-template-columns: 1fr 1fr 44px;
  }
  .line > .r {
    order: 1;
  }
  .line > .v-btn {
    order: 2;
  }
  .line > .amount {
    order: 3;
  }
  .line > .v-select {
    order: 4;
    grid-column: span 2;
  }
  .more {
    grid-template-columns: 1fr;
  }
}
</style>
