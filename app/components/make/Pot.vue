<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { readingOf, TASTE_WORDS, type TasteWord } from '#core/balance'
import { isPoured, itemKey, USUAL_ZONE, type ItemRef } from '#core/recipe'
import type { BatchInHand } from '~/composables/useBatch'
import { useAmounts } from '~/forms/useAmounts'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'

// The pot as it is: what it reads, where it sits against its sheet, and the smallest additions that bring it right,
// each put down as it goes in.
const props = defineProps<{ hand: BatchInHand }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n({ useScope: 'global' })
const { amount, name, n, money } = useFormat()
const catalogue = useCatalogue()
const drinks = useDrinks()
const fix = usePotFix(props.hand)
const { number, text, bind } = useAmounts(['litres', 'brix', 'ta', 'ph', 'temp'])
const words = ref<TasteWord[]>([])

const inIt = computed((): ItemRef[] => {
  const doc = fix.view.value.actual.document
  return doc.steps.flatMap((s) => (s.op === 'take' ? [s.item] : []))
})
const itemOf = (key: string): ItemRef => (key.startsWith('prep:') ? { prep: key.slice(5) } : { ingredient: key })
const onHand = ref<string[]>([...new Set([...inIt.value.map(itemKey), 'water', 'white-sugar'])])
const choices = computed(() =>
  [
    ...catalogue.ingredients.filter((i) => isPoured(i.kind)).map((i) => i.key),
    ...drinks.preps.filter((p) => p.standard).map((p) => `prep:${p.id}`),
  ]
    .map((value) => ({ value, title: name(value) }))
    .sort((a, b) => a.title.localeCompare(b.title)),
)
const isRead = computed(() => Object.values(number).some((v) => v !== null))
async function putDown(): Promise<void> {
  const { litres, brix, ta, ph, temp } = number
  const done = await fix.read({
    ...(litres === null ? {} : { volumeMl: litres * 1000 }),
    ...(brix === null ? {} : { brix }),
    ...(ta === null ? {} : { ta }),
    ...(ph === null ? {} : { ph }),
    ...(temp === null ? {} : { tempC: temp }),
  })
  if (!done) return
  for (const field of Object.keys(text) as (keyof typeof text)[]) text[field] = ''
  fix.finding.clear()
}
const find = (): Promise<void> => fix.find(words.value, onHand.value.map(itemOf))
async function added(key: string, massG: number): Promise<void> {
  const found = fix.finding.answer.value
  if (!(await fix.add(itemOf(key), massG, words.value)) || !found) return
  // What was proposed is taken one after the other: what is left of it stays.
  fix.finding.answer.value = { ...found, added: found.added.filter((a) => a.key !== key) }
}
const zone = computed(() => USUAL_ZONE[drinks.byId.get(fix.view.value.run.recipeId ?? '')?.family ?? 'lemonade'])
const points = computed(() => {
  const [now, sheet, then] = [fix.pot.value?.mix, fix.standard.value, fix.finding.answer.value?.after.mix]
  const of = (key: string, mix: typeof now, fill: string) =>
    mix ? [{ key, ratio: mix.ratio?.value ?? null, brix: mix.brix.value, fill, title: t(`make.point.${key}`) }] : []
  return [...of('sheet', sheet ?? undefined, '#FFFDF8'), ...of('now', now, '#15302B'), ...of('then', then, '#E2A100')]
})
const rows = computed(() => {
  const [sheet, now] = [fix.standard.value, fix.pot.value?.mix]
  return (['brix', 'ta', 'ratio', 'volume'] as const).map((key) => ({
    key,
    sheet: sheet?.[key] ?? null,
    now: now?.[key] ?? null,
    digits: key === 'ta' ? 2 : key === 'volume' ? 0 : 1,
  }))
})
/** mL of drink in a cup; nothing for what is poured into none. */
const cupMl = computed(() => {
  const { recipeId, versionId } = fix.view.value.run
  const recipe = recipeId && versionId ? drinks.byId.get(recipeId) : undefined
  return recipe?.kind === 'drink' ? (drinks.evaluate(drinks.served(recipe)).evaluation?.jug.volume.value ?? null) : null
})
const { costOf } = useCorrection()
const costOfAdded = computed(() => {
  const costs = (fix.finding.answer.value?.added ?? []).map((a) => costOf(a.key, a.massG))
  return !costs.length || costs.some((c) => c === null) ? null : costs.reduce<number>((sum, c) => sum + c!, 0)
})
const reads = computed(() => {
  const mix = fix.pot.value?.mix
  if (!mix) return ''
  const r = readingOf(mix, zone.value)
  return t(`reads.${r.strength}.${r.balance}`)
})
// Something that nobody proposes: by taste.
const by = useAmounts(['grams'])
const item = ref<string | null>(null)
async function addByTaste(): Promise<void> {
  if (!item.value || by.number.grams === null) return
  if (await fix.add(itemOf(item.value), by.number.grams, words.value)) by.text.grams = ''
}
const lost = useAmounts(['grams'])
async function spilled(): Promise<void> {
  if (lost.number.grams !== null && (await fix.spill(lost.number.grams))) lost.text.grams = ''
}
</script>

<template>
  <article class="sheet stack" data-test="pot">
    <div class="spread">
      <h2>{{ t('make.pot') }}</h2>
      <div class="row">
        <v-btn
          v-if="fix.stream.value && fix.view.value.run.recipeId"
          :to="`/taste/new?run=${fix.view.value.run.id}`"
          height="72"
          variant="text"
          data-test="taste-pot"
          >{{ t('make.taste') }}</v-btn
        >
        <v-btn height="72" data-test="close-pot" @click="emit('close')">{{ t('make.back') }}</v-btn>
      </div>
    </div>
    <p v-if="!fix.stream.value" class="quiet" data-test="pot-not-yet">{{ t('make.potNotYet') }}</p>
    <template v-else>
      <div class="sits">
        <DrinksMap :label="t('make.where')" :path="points" :zone="zone" />
        <table class="rows close">
          <thead>
            <tr>
              <td />
              <th class="r">{{ t('make.point.sheet') }}</th>
              <th class="r">{{ t('make.point.now') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="r in rows" :key="r.key" :data-test="`pot-${r.key}`">
              <td>{{ t(r.key === 'volume' ? 'make.volume' : `target.${r.key}`) }}</td>
              <td class="r">
                <FigureButton v-if="r.sheet" :figure="r.sheet" :digits="r.digits" :label="t('make.point.sheet')" />
              </td>
              <td class="r">
                <FigureButton v-if="r.now" :figure="r.now" :digits="r.digits" :label="t('make.point.now')" />
              </td>
            </tr>
            <tr>
              <td>{{ t('correct.reads') }}</td>
              <td class="r" colspan="2">{{ reads }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <form class="stack" novalidate data-test="pot-read" @submit.prevent="putDown">
        <h3>{{ t('make.read') }}</h3>
        <div class="five">
          <FieldAmountField v-bind="bind('litres')" :label="t('make.litres')" unit="L" test="read-litres" />
          <FieldAmountField v-bind="bind('brix')" :label="t('target.brix')" unit="°Bx" device test="read-brix" />
          <FieldAmountField v-bind="bind('ta')" :label="t('target.ta')" unit="g/100 mL" metric test="read-ta" />
          <FieldAmountField v-bind="bind('ph')" label="pH" unit="1" test="read-ph" />
          <FieldAmountField v-bind="bind('temp')" :label="t('make.temp')" unit="°C" device test="read-temp" />
        </div>
        <v-btn type="submit" height="72" :disabled="!isRead || hand.busy.value" data-test="read-save">{{
          t('make.putDown')
        }}</v-btn>
      </form>
      <div class="stack">
        <h3>{{ t('make.right') }}</h3>
        <v-chip-group v-model="words" multiple column :aria-label="t('make.tastes')">
          <v-chip v-for="w in TASTE_WORDS" :key="w" :value="w" size="large" filter :data-test="`word-${w}`">{{
            t(`correct.word.${w}`)
          }}</v-chip>
        </v-chip-group>
        <p v-if="words.includes('bitter')" class="caution">{{ t('correct.bitter') }}</p>
        <v-autocomplete
          v-model="onHand"
          :items="choices"
          :label="t('make.onHand')"
          multiple
          chips
          closable-chips
          data-test="fix-on-hand"
        />
        <v-btn color="primary" height="72" :loading="fix.finding.busy.value" data-test="fix-find" @click="find">{{
          t(words.length ? 'make.findWord' : 'make.findSheet')
        }}</v-btn>
        <p v-if="fix.finding.said.value" class="caution" role="alert">{{ fix.finding.said.value }}</p>
        <template v-if="fix.finding.answer.value">
          <ol v-if="fix.finding.answer.value.added.length" class="adds">
            <li v-for="a in fix.finding.answer.value.added" :key="a.key" :data-test="`fix-${a.key}`">
              <span
                ><b class="num">{{ amount(a.massG, 'g', a.massG < 10 ? 1 : 0) }}</b> {{ name(a.key) }}</span
              >
              <v-btn
                height="72"
                :disabled="hand.busy.value"
                :data-test="`fixed-${a.key}`"
                @click="added(a.key, a.massG)"
                >{{ t('correct.added') }}</v-btn
              >
            </li>
          </ol>
          <p v-else data-test="fix-nothing">{{ t('make.nothingMore') }}</p>
          <p v-if="fix.finding.answer.value.missed.length" class="caution" role="alert" data-test="fix-missed">
            {{
              t('correct.missed', { list: fix.finding.answer.value.missed.map((m) => t(`notMet.of.${m}`)).join(', ') })
            }}
          </p>
          <p class="small quiet" data-test="fix-then">
            {{
              t('make.thenIs', {
                ml: amount(fix.finding.answer.value.after.mix.volume.value / 1000, 'L', 2),
                brix: n(fix.finding.answer.value.after.mix.brix.value, 1),
              })
            }}
            <template v-if="cupMl">{{
              t('make.thenCups', { n: n(fix.finding.answer.value.after.mix.volume.value / cupMl, 1) })
            }}</template>
            <template v-if="costOfAdded !== null">{{ t('make.thenCost', { cost: money(costOfAdded) }) }}</template>
          </p>
        </template>
      </div>
      <form class="stack" novalidate data-test="pot-add" @submit.prevent="addByTaste">
        <h3>{{ t('make.add') }}</h3>
        <div class="two">
          <v-autocomplete v-model="item" :items="choices" :label="t('make.what')" data-test="add-item" />
          <FieldAmountField v-bind="by.bind('grams')" :label="t('make.grams')" unit="g" device test="add-grams" />
        </div>
        <v-btn
          type="submit"
          height="72"
          :disabled="!item || by.number.grams === null || hand.busy.value"
          data-test="add-save"
          >{{ t('make.isIn') }}</v-btn
        >
      </form>
      <form class="stack" novalidate data-test="pot-spill" @submit.prevent="spilled">
        <h3>{{ t('make.spilled') }}</h3>
        <div class="two">
          <p class="small quiet">{{ t('make.spilledWhy') }}</p>
          <FieldAmountField v-bind="lost.bind('grams')" :label="t('make.grams')" unit="g" test="spill-grams" />
        </div>
        <v-btn type="submit" height="72" :disabled="!lost.number.grams || hand.busy.value" data-test="spill-save">{{
          t('make.putDown')
        }}</v-btn>
      </form>
    </template>
  </article>
</template>

<style scoped>
.sits {
  display: grid;
  grid-template-columns: minmax(0, 270px) minmax(0, 1fr);
  gap: 14px;
  align-items: start;
}
.five {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(110px, 1fr));
  gap: 10px;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 160px;
  gap: 10px;
}
.adds {
  display: grid;
  gap: 8px;
  padding-left: 22px;
  margin: 0;
}
.adds li > span {
  font-size: 20px;
}
.adds li {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  align-items: center;
}
@media (max-width: 700px) {
  .sits,
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
