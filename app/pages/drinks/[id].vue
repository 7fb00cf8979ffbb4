<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { difference, factor, given, product, quotient } from '#core/figures'
import { withAmount, withLayer, withoutLayer, withServe, withVolume, type Amount, type ItemRef, type Layer, type RecipeDocument, type TakeStep } from '#core/recipe'
import { isMassUnit, largestRemainder } from '#core/units'
import type { Lens } from '~/components/drinks/BigGlass.vue'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'
import { useSession } from '~/stores/session'
import { api, ApiProblem, uuid } from '~/utils/api'

const route = useRoute()
const id = String(route.params.id)
const drinks = useDrinks()
const catalogue = useCatalogue()
const session = useSession()
const { t } = useI18n()
const { n, day, money } = useFormat()
const { ofCode, ofLimit } = useSentence()
const draft = useDraft(id)
const recipe = draft.recipe
const editable = computed(() => session.mayPlan)
/** Who may not edit sees what is served: the standard. */
const document = computed((): RecipeDocument | null => (editable.value || !recipe.value?.standard ? draft.document.value : recipe.value.standard.document))
const lastGood = shallowRef<ReturnType<typeof drinks.evaluate>['evaluation']>(null)
const evaluated = computed(() => (document.value ? drinks.evaluate(document.value) : { evaluation: null, limit: null }))
watchEffect(() => { if (evaluated.value.evaluation) lastGood.value = evaluated.value.evaluation })
const evaluation = computed(() => evaluated.value.evaluation ?? lastGood.value)
const cost = computed(() => (document.value && evaluation.value ? drinks.costOf(document.value, evaluation.value) : null))
/** Cents of each line, by largest remainder, so that the lines shown add up to the total shown. */
const cents = computed(() => {
  const lines = cost.value?.lines ?? []
  const shown = largestRemainder(lines.map((l) => l.cost?.value ?? 0), 0.01)
  return new Map(lines.map((l, i) => [`${l.kind}:${l.key}`, shown[i]!]))
})
const centsOf = (kind: string, key: string): string => money(cents.value.get(`${kind}:${key}`) ?? 0)
const cup = computed(() => (document.value ? drinks.cupOf(document.value) : undefined))
const serve = computed(() => document.value?.serve)

const LENSES: Lens[] = ['volume', 'sugar', 'acid', 'money']
const lens = ref<Lens>('volume')
const lenses = computed(() => LENSES.filter((l) => l !== 'money' || session.isOwner))
const selected = ref('')
const sip = ref(0)
const sipNow = computed(() => evaluation.value?.cup?.sipAt(sip.value / 100) ?? null)

const takeOf = (stream: string): TakeStep | undefined => document.value?.steps.find((s): s is TakeStep => s.op === 'take' && s.out === stream)
const edit = (to: RecipeDocument): void => { if (editable.value) draft.change(to) }
function setAmount(layer: Layer, value: number): void {
  const take = takeOf(layer.stream)
  if (take) edit(withAmount(document.value!, layer.stream, { value, unit: isMassUnit(take.amount.unit) ? 'g' : 'mL' }))
}
/** A dragged edge is in mL; a layer that is weighed follows by its density. */
function drag(layer: Layer, ml: number): void {
  const take = takeOf(layer.stream)
  if (!take) return
  const mass = isMassUnit(take.amount.unit)
  const value = mass ? ml * (layer.volume.value > 0 ? layer.mass.value / layer.volume.value : 1) : ml
  edit(withAmount(document.value!, layer.stream, { value: Math.round(value * 2) / 2, unit: mass ? 'g' : 'mL' }))
}
const add = (item: ItemRef, amount: Amount): void => edit(withLayer(document.value!, item, amount))
const removed = shallowRef<RecipeDocument | null>(null)
function remove(layer: Layer): void {
  removed.value = document.value
  edit(withoutLayer(document.value!, layer.stream))
}
function undo(): void {
  if (removed.value) edit(removed.value)
  removed.value = null
}
const volume = computed(() => { const s = document.value?.steps.find((x) => x.op === 'makeUp'); return s?.op === 'makeUp' ? s.toVolumeMl : 0 })
const volumeText = ref(String(volume.value))
const iceText = ref(String(serve.value?.iceG ?? 0))
const sellText = ref(draft.sellEur.value === null ? '' : money(draft.sellEur.value).replace(/[\s,](?=\d{3}\b)/g, ''))
function setVolume(v: number | null): void { if (v && v > 0 && v !== volume.value) edit(withVolume(document.value!, v)) }
function setIce(v: number | null): void { if (v !== null && v >= 0 && v <= 2000 && v !== serve.value?.iceG) edit(withServe(document.value!, { iceG: v })) }
function setSell(v: number | null): void {
  if (v === draft.sellEur.value || (v === null && sellText.value.trim())) return
  draft.sellEur.value = v
  draft.later()
}
const cupItems = computed(() => catalogue.cups.map((c) => ({ value: c.id, title: c.name })))

const differs = computed(() => !!recipe.value?.standard && JSON.stringify(recipe.value.standard.document) !== JSON.stringify(draft.document.value))
const signing = useSubmit(async (key) => {
  const version = await draft.settled()
  if (version === null) throw new ApiProblem({ type: 'about:blank', title: 'not-offline', status: 0, code: draft.state.value === 'offline' ? 'not-offline' : 'invalid' })
  await api('signOff', { key, params: { id }, body: { id: uuid(), version } })
  await draft.reload()
})
const flags = computed(() => evaluation.value?.flags ?? [])
const overLine = computed(() => !!evaluation.value?.cup && !!cup.value && evaluation.value.cup.filled.value > cup.value.fillLineMl + 0.5)
const sell = computed(() => (draft.sellEur.value === null ? null : given('sold-at', draft.sellEur.value, 'EUR', 'measured', 'source.recipe')))
const earns = computed(() => (cost.value && sell.value && !cost.value.missing.length ? difference('earns', 'EUR', sell.value, cost.value.total) : null))
const costShare = computed(() => (cost.value && sell.value && sell.value.value > 0 && earns.value ? product('cost-share', '%', [factor(100), quotient('quotient', '1', cost.value.total, sell.value)]) : null))
const otherLines = computed(() => cost.value?.lines.filter((l) => l.kind !== 'layer') ?? [])

function pressed(e: KeyboardEvent): void {
  if (isTyping(e.target) || e.ctrlKey || e.metaKey || e.altKey) return
  const l = lenses.value[Number(e.key) - 1]
  if (l) lens.value = l
}
onMounted(() => window.addEventListener('keydown', pressed))
onBeforeUnmount(() => window.removeEventListener('keydown', pressed))
const cautions = computed(() => evaluation.value?.cautions.filter((c) => ['tcs', 'keep-cold', 'weigh-acid', 'allergen-milk', 'potable'].includes(c)) ?? [])
const mainCaution = computed(() => (cautions.value.includes('tcs') ? 'tcs' : 'keep-cold'))
</script>

<template>
  <p v-if="!recipe" class="sheet">{{ t('drinks.gone') }} <NuxtLink to="/drinks">{{ t('drinks.title') }}</NuxtLink></p>
  <div v-else-if="evaluation && document" class="drink">
    <section class="sheet left">
      <div class="lenses" role="tablist" :aria-label="t('lens.label')">
        <button v-for="(l, i) in lenses" :key="l" type="button" role="tab" :aria-selected="lens === l" :data-test="`lens-${l}`" @click="lens = l">{{ t(`lens.${l}`) }} <small>{{ i + 1 }}</small></button>
      </div>
      <DrinksBigGlass
        :evaluation="evaluation" :cost="cost" :lens="lens" :capacity-ml="cup?.capacityMl ?? 400" :fill-line-ml="cup?.fillLineMl ?? 380" :ice-g="serve?.iceG ?? 0"
        :melted="sipNow?.melted.value ?? 0" :editable="editable" @drag="drag" @select="selected = $event.stream"
      />
      <div v-if="sipNow && (serve?.iceG ?? 0) > 0" class="sip">
        <label for="sip" class="sr">{{ t('sip.slider') }}</label>
        <div class="row"><span class="quiet small">{{ t('sip.first') }}</span><input id="sip" v-model.number="sip" type="range" min="0" max="100" step="1" data-test="sip"><span class="quiet small">{{ t('sip.last') }}</span></div>
        <p class="small center"><b class="num">{{ n(sipNow.melted.value) }}</b> g {{ t('sip.gone') }} · <b class="num">{{ n(sipNow.mix.brix.value, 1) }}</b> °Bx · <b class="num">{{ n(sipNow.mix.temp.value, 1) }}</b> °C</p>
        <p class="small quiet center">{{ t('sip.leftOut') }}</p>
      </div>
    </section>

    <section class="sheet middle">
      <div class="title">
        <input v-if="editable" v-model="draft.name.value" class="name" :aria-label="t('drinks.name')" maxlength="80" data-test="name" @input="draft.later()">
        <h1 v-else>{{ recipe.name }}</h1>
        <p class="quiet small">{{ t(`family.${recipe.family}`) }} · {{ recipe.standard ? t('drinks.signed', { n: recipe.standard.number, day: day(recipe.standard.signedAt), who: recipe.standard.signedBy }) : t('drinks.notSigned') }}<template v-if="differs && editable"> · <b>{{ t('drinks.differs') }}</b></template></p>
      </div>
      <div v-if="draft.state.value === 'stale'" class="caution" role="alert" data-test="stale">
        <p><b>{{ t('stale.title') }}</b> {{ t('stale.drink', { name: draft.theirs.value?.name }) }}</p>
        <div class="row" style="margin-top: 8px"><v-btn data-test="take-theirs" @click="draft.takeTheirs()">{{ t('stale.theirs') }}</v-btn><v-btn data-test="keep-mine" @click="draft.keepMine()">{{ t('stale.mine') }}</v-btn></div>
      </div>
      <table class="layers">
        <thead><tr><th>{{ t('layer.inGlass') }}</th><th class="r">{{ t('layer.perCup') }}</th><th v-if="cost" class="r">€</th><th v-if="editable" /></tr></thead>
        <tbody>
          <DrinksLayerRow
            v-for="l in ordered(evaluation)" :key="l.stream" :layer="l" :take="takeOf(l.stream)" :cost="cost?.lines.find((c) => c.kind === 'layer' && c.key === l.stream)" 
            :cents="centsOf('layer', l.stream)" :money="!!cost" :editable="editable" :selected="selected === l.stream"
            @amount="setAmount(l, $event)" @remove="remove(l)" @select="selected = l.stream"
          />
          <tr v-if="cost" class="rest"><td>{{ t('cost.rest') }}</td><td /><td class="r"><span class="num">{{ money(otherLines.reduce((s, l) => s + (cents.get(`${l.kind}:${l.key}`) ?? 0), 0)) }}</span></td><td v-if="editable" /></tr>
          <tr class="sum"><td><b>{{ t('layer.served') }}</b><small class="quiet">{{ t('layer.sum', { ml: n(evaluation.sumOfLayers.value, 1) }) }}</small></td><td class="r"><FigureButton :figure="evaluation.jug.volume" :label="t('layer.served')" /></td><td v-if="cost" class="r"><FigureButton :figure="cost.total" unit="" :label="t('cost.cup')" /></td><td v-if="editable" /></tr>
        </tbody>
      </table>
      <p v-if="removed" class="row small" role="status">{{ t('layer.removed') }} <v-btn size="small" height="40" data-test="undo" @click="undo">{{ t('do.undo') }}</v-btn></p>
      <DrinksAddLayer v-if="editable" :taken="evaluation.layers.map((l) => l.key)" @add="add" />
      <div class="cup-row">
        <v-select v-if="editable" :model-value="serve?.cupId ?? cup?.id" :items="cupItems" :label="t('cup.cup')" @update:model-value="edit(withServe(document!, { cupId: $event }))" />
        <FieldAmountField v-if="editable" v-model="volumeText" :label="t('cup.drink')" unit="mL" test="volume" @number="setVolume" />
        <FieldAmountField v-if="editable" v-model="iceText" :label="t('cup.ice')" unit="g" test="ice" @number="setIce" />
      </div>
      <p v-if="evaluated.limit" class="caution" role="alert" data-test="limit">{{ ofLimit(evaluated.limit) }}</p>
      <p v-for="f in flags" :key="f.code" class="caution" role="alert" data-test="flag">{{ ofCode(f.code, f.numbers) }}</p>
      <p v-if="overLine && cup && evaluation.cup" class="caution" role="alert">{{ t('problem.over-fill-line', { filled: n(evaluation.cup.filled.value), line: n(cup.fillLineMl), ice: n(evaluation.cup.displaced.value) }) }}</p>
      <p v-if="cost?.missing.length" class="caution" data-test="missing">{{ t('cost.missing', { list: cost.missing.map((m) => useFormat().name(m)).join(', ') }) }} <NuxtLink to="/store">{{ t('cost.toStore') }}</NuxtLink></p>
      <p v-if="draft.message.value" class="caution" role="alert">{{ draft.message.value }}</p>
      <p v-if="signing.message.value" class="caution" role="alert">{{ signing.message.value }}</p>
      <div v-if="editable" class="row">
        <v-btn v-if="session.isOwner" color="primary" :disabled="!!evaluated.limit || (!!recipe.standard && !differs)" :loading="signing.busy.value" data-test="sign-off" @click="signing.submit()">{{ recipe.standard && !differs ? t('drinks.isSigned', { n: recipe.standard.number }) : t('drinks.signOff', { n: (recipe.standard?.number ?? 0) + 1 }) }}</v-btn>
        <span class="quiet small" role="status" data-test="draft-state">{{ t(`draft.${draft.state.value}`) }}</span>
      </div>
      <p class="caution"><b>{{ t('caution.cold-title') }}</b> {{ t(`caution.${mainCaution}`) }} <template v-if="cautions.includes('weigh-acid')">{{ t('caution.weigh-acid') }} </template><template v-if="cautions.includes('allergen-milk')">{{ t('caution.allergen-milk') }} </template>{{ t('caution.potable') }}</p>
    </section>

    <aside class="right">
      <section class="sheet"><DrinksWhereItSits :evaluation="evaluation" :now="sip > 0 ? sipNow?.mix : null" /></section>
      <section v-if="cost" class="sheet stack" style="gap: 8px" data-test="cost-card">
        <div class="spread"><span class="quiet">{{ t('cost.cup') }}</span><span class="big"><FigureButton :figure="cost.total" :label="t('cost.cup')" /></span></div>
        <ul class="lines small">
          <li v-for="l in otherLines" :key="l.key + l.kind" class="spread"><span>{{ useFormat().name(l.key) }}</span><FigureButton v-if="l.cost" :figure="l.cost" :shown-as="centsOf(l.kind, l.key)" :label="useFormat().name(l.key)" /><span v-else class="quiet">{{ t('cost.none') }}</span></li>
        </ul>
        <FieldAmountField v-model="sellText" :label="t('cost.sell')" unit="€" test="sell" @number="setSell" />
        <p v-if="earns !== null" class="spread"><span>{{ t('cost.earns') }}</span><span class="big"><FigureButton :figure="earns" :label="t('cost.earns')" /></span></p>
        <p v-if="costShare" class="spread small"><span class="quiet">{{ t('cost.share') }}</span><FigureButton :figure="costShare" :label="t('cost.share')" /></p>
      </section>
    </aside>
  </div>
</template>

<style scoped>
.drink { display: grid; grid-template-columns: 372px minmax(0, 1fr) 330px; gap: 18px; align-items: start; }
.lenses { display: grid; grid-auto-flow: column; grid-auto-columns: 1fr; gap: 6px; margin-bottom: 8px; }
.lenses button { min-height: 48px; border: 0; border-radius: 12px; background: var(--sand); color: var(--ink); font: 600 15px var(--text); cursor: pointer; }
.lenses button[aria-selected='true'] { background: var(--ink); color: var(--sheet); }
.lenses small { font-weight: 400; opacity: 0.75; }
.middle { display: grid; gap: 12px; }
.name { font: 700 28px/1.15 var(--head); letter-spacing: -0.01em; color: var(--ink); width: 100%; border: 0; border-bottom: 2px solid transparent; background: none; padding: 2px 0; }
.name:hover, .name:focus { border-color: var(--rule); outline: none; box-shadow: none; }
.layers { width: 100%; border-collapse: collapse; }
.layers th { font-weight: 400; font-size: 13.5px; color: var(--quiet); text-align: left; padding: 2px 6px; }
.layers .r { text-align: right; }
.rest td, .sum td { padding: 9px 6px; border-bottom: 1px solid var(--rule); }
.sum td { border-bottom: 0; font-size: 17px; }
.sum small { display: block; font-size: 13px; }
.cup-row { display: grid; grid-template-columns: 1.4fr 1fr 1fr; gap: 10px; }
.sip input { flex: 1; accent-color: var(--ink); height: 48px; min-width: 0; }
.center { text-align: center; }
.right { display: grid; gap: 18px; }
.big { font: 700 26px var(--head); }
.lines { list-style: none; padding: 0; margin: 0; display: grid; gap: 3px; }
@media (max-width: 1180px) { .drink { grid-template-columns: 330px minmax(0, 1fr); gap: 14px; } .right { grid-column: 1 / -1; grid-template-columns: 1fr 1fr; gap: 14px; } }
@media (max-width: 820px) { .drink { grid-template-columns: minmax(0, 1fr); } .right { grid-template-columns: minmax(0, 1fr); } .cup-row { grid-template-columns: 1fr 1fr; } .cup-row > :first-child { grid-column: 1 / -1; } .lenses button { font-size: 14px; } }
</style>
