<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { checkCups } from '#core/limits'
import type { PlanLine, Recipe } from '#shared/contract'
import { useDrinks } from '~/stores/drinks'
import { usePlan } from '~/stores/plan'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'
import { ApiProblem, uuid } from '~/utils/api'

// Cups of one drink for the day: typed, saved when left.
const props = defineProps<{ recipe: Recipe; line: PlanLine | undefined }>()
const { t } = useI18n()
const { ofCode, ofError } = useSentence()
const plan = usePlan()
const session = useSession()
const poured = computed(() => useDrinks().pouredOf(props.recipe))
const text = ref(props.line ? String(props.line.cups) : '')
const number = ref<number | null>(props.line?.cups ?? null)
const error = ref('')
const stale = ref<PlanLine | null>(null)
/**
 * The line that is shown and typed over. While somebody types, what comes from elsewhere waits: saving then asks which
 * of the two it is to be.
 */
let base = props.line
const asText = (line: PlanLine | undefined): string => (line?.cups ? String(line.cups) : '')
watch(
  () => [props.line?.cups, props.line?.version],
  () => {
    if (error.value || stale.value || text.value !== asText(base)) return
    base = props.line
    text.value = asText(base)
  },
)

async function save(): Promise<void> {
  const cups = text.value.trim() === '' ? 0 : number.value
  if (cups === null || cups === (base?.cups ?? 0)) {
    if (cups !== null) error.value = ''
    return
  }
  const limit = cups === 0 ? undefined : checkCups(cups).limits[0]
  if (limit) {
    error.value = ofCode(limit.code, limit.numbers)
    return
  }
  await send(cups, base)
}
async function send(cups: number, line: PlanLine | undefined): Promise<void> {
  error.value = ''
  stale.value = null
  try {
    const saved: PlanLine = {
      id: line?.id ?? uuid(),
      standId: session.standId,
      day: plan.day,
      recipeId: props.recipe.id,
      cups,
      version: line?.version ?? 0,
    }
    base = saved
    const { id, ...body } = saved
    const { reply } = await useOutbox().keep('putPlanLine', { params: { id }, body })
    if (base === saved && reply?.version !== undefined) base = { ...saved, version: reply.version }
    await plan.load()
  } catch (e) {
    base = line
    if (!(e instanceof ApiProblem)) throw e
    if (e.code === 'stale') stale.value = e.problem.current as PlanLine
    else error.value = ofError(e)
  }
}
async function takeTheirs(): Promise<void> {
  stale.value = null
  await plan.load()
  base = props.line
  text.value = asText(base)
}
</script>

<template>
  <li class="cups" :data-test="`cups-line`" :data-drink="recipe.name">
    <span class="what"
      ><b>{{ recipe.name }}</b
      ><small class="quiet">{{ poured ? t('drinks.standard', { n: poured.number }) : t('drinks.draft') }}</small></span
    >
    <FieldAmountField
      v-if="session.mayPlan"
      v-model="text"
      label=""
      dense
      :aria-label="t('plan.cupsOf', { name: recipe.name })"
      :unit="t('plan.cups')"
      :error="error"
      test="cups"
      class="number"
      @number="number = $event"
      @done="save"
    />
    <span v-else class="num fixed"
      >{{ line?.cups ?? 0 }} <span class="unit">{{ t('plan.cups') }}</span></span
    >
    <div v-if="stale" class="caution wide" role="alert" data-test="stale">
      <p>
        <b>{{ t('stale.title') }}</b> {{ t('stale.cups', { mine: text, theirs: stale.cups }) }}
      </p>
      <div class="row" style="margin-top: 8px">
        <v-btn @click="takeTheirs">{{ t('stale.theirsN', { n: stale.cups }) }}</v-btn><v-btn
          @click="send(number ?? 0, stale!)"
          >{{ t('stale.mineN', { n: text || 0 }) }}</v-btn
        >
      </div>
    </div>
  </li>
</template>

<style scoped>
.cups {
  display: grid;
  grid-template-columns: 1fr 150px;
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
}
.wide {
  grid-column: 1 / -1;
}
</style>
