<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { PlanLine, Recipe } from '#shared/contract'
import { useDrinks } from '~/stores/drinks'
import { useSession } from '~/stores/session'

// Cups of one drink for the day: typed, saved when left. Other sizes and what is expected are folded away under it.
const props = defineProps<{ recipe: Recipe; line: PlanLine | undefined }>()
const { t } = useI18n()
const session = useSession()
const poured = computed(() => useDrinks().pouredOf(props.recipe))
const form = usePlanLine(props.recipe.id, () => props.line)
const { base, stale, faults } = form
const asText = (line: PlanLine | undefined): string => (line?.cups ? String(line.cups) : '')
const text = ref(asText(props.line))
const number = ref<number | null>(props.line?.cups ?? null)
const isTyping = (): boolean => !!faults.value.cups || !!stale.value || text.value !== asText(base.value)
watch(
  () => [props.line?.cups, props.line?.version],
  () => {
    if (isTyping()) return
    form.follow()
    text.value = asText(base.value)
  },
)

const open = ref(false)
const { n } = useFormat()
/** Other sizes, and how sure it is, in words. */
const more = computed(() => {
  const { sizes, expected, spread } = form.now.value
  const other = sizes.reduce((sum, s) => sum + s.cups, 0)
  return [
    ...(other ? [t('plan.inSizes', { n: n(other) })] : []),
    ...(expected && spread ? [t('plan.about', { n: n(expected), spread: n(spread) })] : []),
  ].join(' · ')
})
async function save(): Promise<void> {
  const cups = text.value.trim() === '' ? 0 : number.value
  if (cups === null) return
  if (cups === (base.value?.cups ?? 0)) {
    faults.value = {}
    return
  }
  await form.put({ cups })
}
async function takeTheirs(): Promise<void> {
  await form.takeTheirs()
  text.value = asText(base.value)
}
/** The number that is advised. */
async function make(cups: number): Promise<void> {
  text.value = String(cups)
  number.value = cups
  await form.put({ cups })
}
</script>

<template>
  <li class="cups" :data-test="`cups-line`" :data-drink="recipe.name">
    <span class="what"
      ><b>{{ recipe.name }}</b
      ><small class="quiet"
        ><template v-if="more">{{ more }}</template
        ><template v-else>{{
          poured ? t('drinks.standard', { n: poured.number }) : t('drinks.draft')
        }}</template></small
      ></span
    >
    <FieldAmountField
      v-if="session.mayPlan"
      v-model="text"
      label=""
      dense
      :aria-label="t('plan.cupsOf', { name: recipe.name })"
      :unit="t('plan.cups')"
      :error="faults.cups"
      test="cups"
      class="number"
      @number="number = $event"
      @done="save"
    />
    <button
      v-if="session.mayPlan"
      type="button"
      class="more"
      :aria-expanded="open"
      :aria-label="t('plan.more', { name: recipe.name })"
      :title="t('plan.more', { name: recipe.name })"
      data-test="more"
      @click="open = !open"
    >
      ±
    </button>
    <span v-else class="num fixed"
      >{{ line?.cups ?? 0 }} <span class="unit">{{ t('plan.cups') }}</span></span
    >
    <div v-if="stale" class="caution wide" role="alert" data-test="stale">
      <p>
        <b>{{ t('stale.title') }}</b> {{ t('stale.cups', { mine: text, theirs: stale.cups }) }}
      </p>
      <div class="row" style="margin-top: 8px">
        <v-btn @click="takeTheirs">{{ t('stale.theirsN', { n: stale.cups }) }}</v-btn><v-btn
          @click="form.put({ cups: number ?? 0 }, stale!)"
          >{{ t('stale.mineN', { n: text || 0 }) }}</v-btn
        >
      </div>
    </div>
    <PlanCupsMore v-if="session.mayPlan && open" class="wide" :recipe="recipe" :form="form" @make="make" />
    <span v-else-if="line?.sizes.length" class="wide small quiet"><PlanSizesSaid :sizes="line.sizes" /></span>
  </li>
</template>

<style scoped>
.cups {
  display: grid;
  grid-template-columns: 1fr 136px 44px;
  gap: 4px 12px;
  align-items: center;
  padding: 7px 0;
  border-bottom: 1px solid var(--rule);
}
.what {
  display: grid;
  line-height: 1.25;
}
.fixed {
  text-align: right;
  grid-column: 2 / -1;
}
.more {
  min-height: 44px;
  border: 0;
  border-radius: 12px;
  background: none;
  font: 600 20px var(--text);
  color: var(--ink);
  cursor: pointer;
}
.more[aria-expanded='true'] {
  background: var(--sand);
}
.wide {
  grid-column: 1 / -1;
}
</style>
