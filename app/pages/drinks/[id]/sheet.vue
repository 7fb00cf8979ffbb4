<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { itemKey, scaledDocument, type RecipeDocument, type TakeStep } from '#core/recipe'
import { useAmounts } from '~/forms/useAmounts'
import { useDrinks } from '~/stores/drinks'
import { useSession } from '~/stores/session'

// The sheet of a standard, as it hangs at the bench: grams in the order of the work, what shows that a step is done, and
// what to mind. Printed on the paper of the region, black on white.
const route = useRoute()
const id = String(route.params.id)
const drinks = useDrinks()
const session = useSession()
const { t } = useI18n()
const { n, amount, name, day } = useFormat()
const ready = useWords('balance', 'lab')

const recipe = computed(() => drinks.byId.get(id))
const standard = computed(() => recipe.value && drinks.pouredOf(recipe.value))
const source = computed(() => recipe.value?.standard && drinks.standardOf(recipe.value))
const evaluated = computed(() => (source.value ? drinks.evaluate(source.value) : null))
const evaluation = computed(() => evaluated.value?.evaluation ?? null)
/** For how much the grams stand: one cup, and so many litres beside it. */
const { number, bind } = useAmounts(['litres'] as const, { litres: '5' })
const MOST_L = 1000
const litres = computed(() => (number.litres && number.litres > 0 && number.litres <= MOST_L ? number.litres : null))
const many = computed(() => {
  const cup = evaluation.value
  if (!cup || litres.value === null) return null
  const scaled = scaledDocument(cup.document, (litres.value * 1000) / cup.jug.volume.value)
  return drinks.evaluate({ ...source.value!, document: scaled }).evaluation
})
interface Row {
  out: string
  key: string
  cupG: number
  cupMl: number | null
  manyG: number | null
}
const massesOf = (e: typeof evaluation.value): Map<string, number> =>
  new Map(e?.bill.own.map((o) => [o.stream, o.mass.value]) ?? [])
const takes = (doc: RecipeDocument): TakeStep[] => doc.steps.filter((s): s is TakeStep => s.op === 'take')
const rows = computed((): Row[] => {
  const cup = evaluation.value
  if (!cup) return []
  const [one, all] = [massesOf(cup), massesOf(many.value)]
  return takes(cup.document).map((s) => ({
    out: s.out,
    key: itemKey(s.item),
    cupG: one.get(s.out) ?? 0,
    cupMl: cup.layers.find((l) => l.stream === s.out)?.volume.value ?? null,
    manyG: many.value ? (all.get(s.out) ?? null) : null,
  }))
})
const serve = computed(() => evaluation.value?.document.serve)
const print = (): void => window.print()
</script>

<template>
  <p v-if="!recipe || !standard" class="sheet">
    {{ recipe ? t('drinks.notSigned') : t('drinks.gone') }} <NuxtLink to="/drinks">{{ t('drinks.title') }}</NuxtLink>
  </p>
  <article v-else-if="ready && evaluation" class="sheet paper" data-test="standard-sheet">
    <div class="spread no-print">
      <NuxtLink :to="`/drinks/${id}`">{{ recipe.name }}</NuxtLink>
      <div class="row">
        <FieldAmountField
          v-bind="bind('litres')"
          class="litres"
          :label="t('sheet.litres')"
          unit="L"
          test="sheet-litres"
        />
        <v-btn color="primary" data-test="print-sheet" @click="print">{{ t('sheet.print') }}</v-btn>
      </div>
    </div>
    <header>
      <h1>{{ recipe.name }}</h1>
      <p>
        {{ session.business }} · {{ t(`family.${recipe.family}`) }} ·
        {{ t('drinks.signed', { n: standard.number, day: day(standard.signedAt), who: standard.signedBy }) }}
      </p>
      <p v-if="recipe.note" class="note">{{ recipe.note }}</p>
    </header>
    <table class="grams">
      <thead>
        <tr>
          <th>{{ t('sheet.take') }}</th>
          <th class="r">{{ t('sheet.cup', { ml: amount(evaluation.jug.volume.value, 'mL', 0) }) }}</th>
          <th v-if="many" class="r">{{ t('sheet.many', { l: amount(litres!, 'L', 1) }) }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in rows" :key="r.out" :data-test="`sheet-${r.out}`">
          <td>{{ name(r.key) }}</td>
          <td class="r num">
            <b>{{ amount(r.cupG, 'g', r.cupG < 100 ? 1 : 0) }}</b>
            <small v-if="r.cupMl !== null">{{ ` ${amount(r.cupMl, 'mL', 0)}` }}</small>
          </td>
          <td v-if="many" class="r num">
            <b>{{ r.manyG === null ? '–' : amount(r.manyG, 'g', 0) }}</b>
          </td>
        </tr>
      </tbody>
    </table>
    <section>
      <h2>{{ t('sheet.steps') }}</h2>
      <ol>
        <li v-for="s in evaluation.timeline" :key="s.out">
          <b>{{ t(`step.${s.op}`) }}</b><template v-if="s.handMin + s.waitMin >= 1">
            · {{ t('sheet.minutes', { n: n(s.handMin + s.waitMin) }) }}</template
          ><template v-if="s.window"> · {{ t('sheet.window', { low: n(s.window[0]), high: n(s.window[1]) }) }}</template
          >. {{ t('sheet.until') }} {{ t(`endSign.${s.endSign}`) }}
        </li>
        <li v-if="serve">
          {{
            t(`sheet.ways.${serve.way ?? 'poured'}`, {
              ice: `${amount(serve.iceG, 'g', 0)} ${t(`serving.shapes.${serve.iceShape ?? 'cube'}`)}`,
              ml: amount(evaluation.jug.volume.value, 'mL', 0),
            })
          }}
          <template v-if="serve.garnish.length">
            {{ t('sheet.garnish') }}
            {{ serve.garnish.map((g) => `${name(g.ingredient)} ${amount(g.massG, 'g', 0)}`).join(', ') }}.
          </template>
          <template v-if="serve.options?.length">
            {{ t('sheet.options') }}
            {{ serve.options.map((o) => `${name(itemKey(o.item))} ${amount(o.massG, 'g', 0)}`).join(', ') }}.
          </template>
        </li>
      </ol>
    </section>
    <section>
      <h2>{{ t('sheet.right') }}</h2>
      <p class="right">
        <b>{{ n(evaluation.jug.brix.value, 1) }}</b> °Bx · <b>{{ n(evaluation.jug.ta.value, 2) }}</b> g/100 mL
        {{ t('sip.acid')
        }}<template v-if="evaluation.jug.ratio">
          · <b>{{ n(evaluation.jug.ratio.value, 1) }}</b> : 1</template
        >
      </p>
    </section>
    <DrinksCautions :cautions="evaluation.cautions" />
    <p class="small">{{ t('sheet.codes') }}</p>
  </article>
  <section v-else-if="ready" class="sheet stack">
    <h1>{{ recipe.name }}</h1>
    <DrinksLimitSentence v-if="evaluated?.limit" :limit="evaluated.limit" />
    <DrinksAsSigned :recipe="recipe" />
  </section>
</template>

<style scoped>
.paper {
  max-width: 900px;
  margin: 0 auto;
  display: grid;
  gap: 16px;
}
h1 {
  font-size: 34px;
}
.note {
  font-size: 18px;
}
.litres {
  width: 190px;
}
.grams {
  width: 100%;
  border-collapse: collapse;
  font-size: 19px;
}
.grams th {
  text-align: left;
  font-weight: 500;
  font-size: 15px;
  color: var(--quiet);
}
.grams th.r,
.grams td.r {
  text-align: right;
}
.grams td {
  border-top: 1px solid var(--rule);
  padding: 9px 4px;
}
.grams b {
  font-size: 22px;
}
ol {
  margin: 0;
  padding-left: 24px;
  display: grid;
  gap: 8px;
  font-size: 18px;
  line-height: 1.4;
}
.right {
  font-size: 20px;
}
@media print {
  /* Black on white: what to mind has a frame instead of a colour. */
  .paper :deep(.caution) {
    color: #000;
    background: none;
    border: 2pt solid #000;
    padding: 6pt 8pt;
    font-size: 13pt;
  }
  .paper {
    max-width: none;
    box-shadow: none;
    padding: 0;
    color: #000;
    gap: 12pt;
  }
  .grams {
    font-size: 16pt;
  }
  .grams b {
    font-size: 19pt;
  }
  .grams th,
  .grams small {
    color: #000;
    font-size: 12pt;
  }
  ol,
  .right,
  .note {
    font-size: 15pt;
  }
}
</style>
