<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { useSession } from '~/stores/session'
import type { TillColumn } from '~/composables/useTill'

// The file of a till: which column is what, which product is which drink; then its sales are taken in, each once.
const { t } = useI18n({ useScope: 'global' })
const { n, time, day } = useFormat()
const ready = useWords('serve')
const session = useSession()
const till = useTill()
const COLUMNS: TillColumn[] = ['sale', 'day', 'time', 'product', 'count', 'paid']
const OPTIONAL: readonly TillColumn[] = ['time', 'paid']
const SHOWN = 6
const columnItems = computed(() => till.header.value.map((title, value) => ({ value, title: title || `${value + 1}` })))
const drinkItems = computed(() => [
  { value: 'none', title: t('till.none') },
  ...till.choices.value.map((c, i) => ({ value: String(i), title: c.cup ? `${c.name}, ${c.cup}` : c.name })),
])
function chosenFor(product: string): string | null {
  if (!(product in till.products.value)) return null
  const of = till.products.value[product]
  if (!of) return 'none'
  const at = till.choices.value.findIndex((c) => c.value.recipeId === of.recipeId && c.value.cupId === of.cupId)
  return at < 0 ? null : String(at)
}
function choose(product: string, value: string): void {
  const of = value === 'none' ? null : till.choices.value[Number(value)]!.value
  till.products.value = { ...till.products.value, [product]: of }
}
async function pick(file: File | undefined): Promise<void> {
  if (file) await till.open(file)
}
function column(c: TillColumn, value: number | null): void {
  till.columns[c] = value
  void till.read()
}
watch(till.monthFirst, () => void till.read())
</script>

<template>
  <div v-if="ready" class="stack till" data-test="till">
    <div class="spread">
      <div>
        <h1>{{ t('till.title') }}</h1>
        <p class="quiet">{{ t('till.why') }}</p>
      </div>
      <v-btn height="72" to="/serve">{{ t('serve.back') }}</v-btn>
    </div>
    <p v-if="!session.mayPlan" class="sheet" data-test="not-yours">{{ t('till.lead') }}</p>
    <template v-else>
      <section class="sheet stack">
        <label class="file"
          ><span>{{ t('till.file') }}</span
          ><input
            type="file"
            accept=".csv,.tsv,.txt,text/csv"
            data-test="till-file"
            @change="pick(($event.target as HTMLInputElement).files?.[0])"
        /></label>
        <p v-if="till.said.value" class="caution" role="alert">{{ till.said.value }}</p>
      </section>
      <section v-if="till.header.value.length" class="sheet stack">
        <h2>{{ t('till.columns') }}</h2>
        <p class="small quiet">{{ t('till.columnsWhy') }}</p>
        <div class="columns">
          <v-select
            v-for="c in COLUMNS"
            :key="c"
            :model-value="till.columns[c]"
            :items="columnItems"
            :label="t(`till.column.${c}`)"
            :clearable="OPTIONAL.includes(c)"
            :data-test="`column-${c}`"
            @update:model-value="column(c, $event ?? null)"
          />
        </div>
        <v-switch v-model="till.monthFirst.value" :label="t('till.monthFirst')" data-test="month-first" />
        <p v-if="!till.chosen.value" class="small" data-test="columns-missing">{{ t('till.columnsMissing') }}</p>
        <v-progress-linear v-if="till.reading.value" indeterminate :aria-label="t('till.reading')" />
      </section>
      <template v-if="till.file.value">
        <section class="sheet stack">
          <h2>{{ t('till.read', { n: n(till.file.value.lines.length) }, till.file.value.lines.length) }}</h2>
          <table v-if="till.file.value.lines.length" class="rows">
            <tbody>
              <tr v-for="l in till.file.value.lines.slice(0, SHOWN)" :key="l.sale">
                <td class="num">{{ l.sale }}</td>
                <td>{{ day(l.at) }} {{ time(l.at) }}</td>
                <td>{{ l.product }}</td>
                <td class="r num">{{ n(l.count) }}</td>
              </tr>
            </tbody>
          </table>
          <details v-if="till.file.value.faults.length" data-test="till-faults">
            <summary>
              {{ t('till.faults', { n: n(till.file.value.faults.length) }, till.file.value.faults.length) }}
            </summary>
            <ul>
              <li v-for="f in till.file.value.faults" :key="f.line">
                {{ t('till.fault', { line: n(f.line), why: t(`problem.${f.code}`, { text: f.text }) }) }}
              </li>
            </ul>
          </details>
        </section>
      </template>
      <section v-if="till.sold.value.length" class="sheet stack">
        <h2>{{ t('till.products') }}</h2>
        <p v-if="till.asked.value.length" class="small" data-test="till-asked">{{ t('till.askedWhy') }}</p>
        <p v-if="till.missing.value.length" class="small" data-test="products-missing">
          {{ t('till.productsMissing', { n: n(till.missing.value.length) }, till.missing.value.length) }}
        </p>
        <div v-for="s in till.sold.value" :key="s.product" class="product" data-test="till-product">
          <span
            ><b>{{ s.product }}</b> <span v-if="s.count" class="num small">{{ n(s.count) }}</span></span
          >
          <v-select
            :model-value="chosenFor(s.product)"
            :items="drinkItems"
            :label="t('till.is')"
            @update:model-value="choose(s.product, $event)"
          />
        </div>
        <div v-if="till.progress.value" class="row">
          <v-progress-linear
            :model-value="(100 * till.progress.value.done) / till.progress.value.all"
            :aria-label="t('till.taking')"
          />
          <span class="num" data-test="till-progress"
            >{{ n(till.progress.value.done) }} / {{ n(till.progress.value.all) }}</span
          >
          <v-btn height="56" data-test="till-stop" @click="till.stop">{{ t('till.stop') }}</v-btn>
        </div>
        <v-btn
          v-else-if="till.file.value"
          color="primary"
          height="72"
          :disabled="till.missing.value.length > 0"
          data-test="till-take"
          @click="till.take"
          >{{ t('till.take') }}</v-btn
        >
        <v-btn v-else height="72" data-test="till-remember" @click="till.name">{{ t('till.remember') }}</v-btn>
      </section>
      <p v-if="till.result.value" class="sheet" role="status" data-test="till-result">
        {{ t('till.result', { taken: n(till.result.value.taken), known: n(till.result.value.known) }) }}
      </p>
      <ServeTillSecret v-if="session.isOwner" />
    </template>
  </div>
</template>

<style scoped>
.till {
  max-width: 980px;
}
.columns {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: 10px;
}
.product {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.4fr);
  gap: 14px;
  align-items: center;
}
@media (max-width: 700px) {
  .product {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
