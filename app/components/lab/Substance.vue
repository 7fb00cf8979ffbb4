<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { ingredientStream } from '#core/process'
import { fillOf } from '~/utils/colours'
import { COMPONENTS, FACTS, INGREDIENTS } from '#core/substances'

// One ingredient: what it is made of and what is usual of it, each with its source.
const props = defineProps<{ item: string }>()
const emit = defineEmits<{ item: [key: string] }>()
const { t } = useI18n()
const { n, amount, name } = useFormat()
const data = computed(() => INGREDIENTS.get(props.item) ?? INGREDIENTS.get('lemon-juice')!)
const stream = computed(() => ingredientStream(data.value, 100, 20))
const facts = computed(() => FACTS[data.value.key] ?? {})
const items = [...INGREDIENTS.values()]
  .map((i) => ({ value: i.key, title: name(i.key) }))
  .sort((a, b) => a.title.localeCompare(b.title))
const rows = computed(() =>
  COMPONENTS.map((c, i) => ({ c, g: stream.value.amountsG[i]! }))
    .filter((r) => r.g > 0)
    .sort((a, b) => b.g - a.g),
)
</script>

<template>
  <section class="substance">
    <div class="sheet stack">
      <v-autocomplete
        :model-value="data.key"
        :items="items"
        :label="t('lab.find')"
        :menu-props="{ contentClass: 'ox-menu' }"
        hide-details
        data-test="item-pick"
        @update:model-value="$event && emit('item', $event)"
      />
      <div class="spread">
        <h2>{{ name(data.key) }}</h2>
        <span class="quiet">{{ t(`kind.${data.kind}`) }}</span>
      </div>
      <LabStreamFigures :stream="stream" :name="data.key" />
      <h3>{{ t('lab.facts') }}</h3>
      <dl class="facts">
        <template v-if="facts.ph"
          ><dt>{{ t('lab.usualPh') }}</dt>
          <dd>
            <b class="num">{{ t('lab.range', { low: n(facts.ph[0], 1), high: n(facts.ph[1], 1) }) }}</b><small>{{
              t(facts.ph[2])
            }}</small>
          </dd></template
        >
        <template v-if="facts.unitG"
          ><dt>{{ t('lab.unitG') }}</dt>
          <dd>
            <b class="num">{{ amount(facts.unitG[0], 'g', facts.unitG[0] < 10 ? 1 : 0) }}</b><small>{{
              t(facts.unitG[1])
            }}</small>
          </dd></template
        >
        <template v-if="facts.cupG"
          ><dt>{{ t('lab.cupG') }}</dt>
          <dd>
            <b class="num">{{ amount(facts.cupG[0], 'g') }}</b><small>{{ t(facts.cupG[1]) }}</small>
          </dd></template
        >
        <template v-if="facts.keepsDays"
          ><dt>{{ t('lab.keeps') }}</dt>
          <dd>
            <b class="num">{{
              t(facts.keepsDays[0] ? 'lab.keepsDays' : 'lab.coldOnly', {
                room: n(facts.keepsDays[0]),
                cold: n(facts.keepsDays[1]),
              })
            }}</b><small>{{ t(facts.keepsDays[2]) }}</small>
          </dd></template
        >
        <template v-if="data.sweetnessTimesSucrose"
          ><dt>{{ t('lab.sweetTimes') }}</dt>
          <dd>
            <b class="num">{{ n(data.sweetnessTimesSucrose, data.sweetnessTimesSucrose < 10 ? 2 : 0) }}</b>
          </dd></template
        >
        <template v-if="data.fruit"
          ><dt>{{ t('figure.handbook-yield', { name: name(data.key) }) }}</dt>
          <dd>
            <b class="num">{{ n(data.fruit.handbook.juiceShare, 2) }} g/g</b
            ><small>{{ t(data.fruit.handbook.source) }}</small>
          </dd></template
        >
      </dl>
    </div>
    <div class="sheet stack">
      <h3>{{ t('lab.made') }}</h3>
      <p class="small quiet">{{ t('lab.source') }}: {{ t(data.source) }}</p>
      <ol class="parts" :style="{ '--fill': fillOf(data.fruit?.juice ?? data.key) }">
        <li v-for="r in rows" :key="r.c">
          <span>{{ t(`component.${r.c}`) }}</span><i aria-hidden="true"><i :style="{ width: `${r.g}%` }" /></i
          ><b class="num">{{ n(r.g, 2) }}</b>
        </li>
      </ol>
    </div>
  </section>
</template>

<style scoped>
.substance {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 16px;
  align-items: start;
}
.facts {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.4fr);
  gap: 8px 14px;
  margin: 0;
}
.facts dd {
  margin: 0;
}
.facts small {
  display: block;
  color: var(--quiet);
  font-size: 13px;
}
.parts {
  list-style: none;
  margin: 0;
  padding: 0;
}
.parts li {
  display: grid;
  grid-template-columns: minmax(110px, 1fr) 1.2fr 64px;
  gap: 10px;
  align-items: center;
  min-height: 38px;
  border-bottom: 1px solid var(--rule);
}
.parts li > i {
  height: 14px;
  border: 2px solid var(--ink);
  border-radius: 4px;
  overflow: hidden;
  display: block;
}
.parts li > i > i {
  display: block;
  height: 100%;
  background: var(--fill);
}
.parts b {
  text-align: right;
}
@media (max-width: 900px) {
  .substance {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
