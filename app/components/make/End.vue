<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { PLACES, type Place } from '#shared/lists'
import type { BatchInHand } from '~/composables/useBatch'
import { useAmounts } from '~/forms/useAmounts'
import { useFruit } from '~/stores/fruit'
import { useSession } from '~/stores/session'
import { inBackground, uuid } from '~/utils/api'

// The end of a batch: what came out and where it stands; is anything in it that is not on the sheet, and anything on
// the sheet that is not in it? Or it is thrown away.
const props = defineProps<{ hand: BatchInHand; early: boolean }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n({ useScope: 'global' })
const { amount, name } = useFormat()
const items = useChoices()
const session = useSession()
const fruit = useFruit()
const view = computed(() => props.hand.view.value!)
const ending = useEndBatch(() => view.value)
const isUnplanned = computed(() => !view.value.run.planned.steps.length)
const unit = ref<'mL' | 'g'>('mL')
const { number, bind, guard } = useAmounts(['out', 'temp'])
const { ofCode } = useSentence()
const place = ref<Place>('cold')
const useBy = ref(ending.lastDay('cold') ?? '')
watch(place, (to) => (useBy.value = ending.lastDay(to) ?? ''))
const isThrowing = ref(false)
const reason = ref('')
const title = ref(view.value.run.name)
const draftId = ref<string | null>(null)

let id = uuid()
const form = useSubmit(async (key, confirm) => {
  await ending.end(
    {
      out: { value: number.out!, unit: unit.value },
      place: place.value,
      useBy: useBy.value || null,
      tempC: number.temp,
      minutes: ending.handsSoFar(),
    },
    key,
    confirm,
    id,
  )
})
async function save(confirm?: true): Promise<void> {
  form.fields.value = {}
  guard(form, (f) => ({ out: 'out', temp: 'tempC' })[f], { out: ofCode('made-not-positive') })
  if (Object.keys(form.fields.value).length) return
  if (!(await (confirm ? form.confirmDoubts() : form.submit()))) return
  id = uuid()
  inBackground(fruit.load())
}
const closing = useSubmit(async () => {
  if (isThrowing.value) {
    await ending.throwAway(reason.value.trim())
    return
  }
  if (session.mayPlan) draftId.value = await ending.draft(title.value.trim() || view.value.run.name)
  await ending.close({ kind: 'closed', how: 'draft', reason: null, recipeId: draftId.value })
})
async function throwAway(): Promise<void> {
  if (reason.value.trim()) await closing.submit()
}
/** Enter is what is being done: a reason that is typed throws it away, and nothing of it stands on the shelf. */
const submit = (): Promise<void> => (isThrowing.value ? throwAway() : isUnplanned.value ? toDraft() : save())
async function toDraft(): Promise<void> {
  if (view.value.pot && (await closing.submit()) && draftId.value) await navigateTo(`/drinks/${draftId.value}`)
}
const others = computed(() =>
  Object.entries(form.fields.value)
    .filter(([f]) => !['out', 'tempC', 'useBy'].includes(f))
    .map(([, sentence]) => sentence),
)
const keeps = computed(() => ending.keeps(place.value))
</script>

<template>
  <form class="sheet stack" novalidate data-test="end-form" @submit.prevent="submit">
    <div class="spread">
      <h2>{{ t(early ? 'make.endEarly' : 'make.end') }}</h2>
      <v-btn v-if="early || isUnplanned" height="72" @click="emit('close')">{{ t('make.back') }}</v-btn>
    </div>
    <section v-if="!isUnplanned" class="asked">
      <p v-if="ending.notIn.value.length" class="caution" data-test="not-in">
        {{ t('make.notReached', { list: ending.notIn.value.map((x) => name(x.key)).join(', ') }) }}
      </p>
      <p v-else-if="!ending.asPlanned.value.length" class="small quiet">{{ t('make.allWeighed') }}</p>
      <h3 v-if="ending.asPlanned.value.length">{{ t('make.notWeighed') }}</h3>
      <ul v-if="ending.asPlanned.value.length" class="plain">
        <li v-for="u in ending.asPlanned.value" :key="u.take" :data-test="`unweighed-${u.take}`">
          <span
            ><b class="num">{{ amount(u.massG, 'g', u.massG < 10 ? 1 : 0) }}</b> {{ name(u.key) }}</span
          >
          <v-btn
            height="72"
            :disabled="hand.busy.value"
            :data-test="`left-out-${u.take}`"
            @click="hand.tell([{ kind: 'left-out', take: u.take }])"
            >{{ t('make.notInIt') }}</v-btn
          >
        </li>
      </ul>
      <p class="small">{{ t('make.moreInIt') }}</p>
      <p v-if="ending.inNoBook.value.length" class="small quiet" data-test="no-book">
        {{ t('make.inNoBook', { list: ending.inNoBook.value.map(name).join(', ') }) }}
      </p>
    </section>
    <template v-if="isUnplanned && view.pot">
      <v-text-field v-model="title" :label="t('make.name')" maxlength="80" data-test="draft-name" />
      <p class="small quiet">{{ t(session.mayPlan ? 'make.draftWhy' : 'make.draftCrew') }}</p>
      <v-btn type="submit" color="primary" height="84" :loading="closing.busy.value" data-test="to-draft">{{
        t('make.toDraft')
      }}</v-btn>
    </template>
    <template v-else-if="!isUnplanned">
      <div class="two">
        <FieldAmountField
          v-bind="bind('out')"
          :label="t('make.cameOut')"
          :unit="unit"
          :device="unit === 'g'"
          :error="form.fields.value.out"
          test="end-out"
        />
        <FieldMlOrG v-model="unit" test="end-unit" />
      </div>
      <p v-if="view.pot" class="small quiet" data-test="end-expected">
        {{
          t('make.workedOut', {
            value:
              unit === 'mL'
                ? amount(view.pot.jug.volume.value / 1000, 'L', 2)
                : amount(view.pot.jug.mass.value, 'g', 0),
          })
        }}
      </p>
      <div class="two">
        <FieldAmountField
          v-bind="bind('temp')"
          :label="t('make.temp')"
          unit="°C"
          device
          :error="form.fields.value.tempC"
          test="end-temp"
        />
        <FieldChoice
          :model-value="place"
          :label="t('making.place')"
          :items="items(PLACES, 'place')"
          test="end-place"
          @update:model-value="place = $event!"
        />
      </div>
      <FieldDay v-model="useBy" :label="t('making.useBy')" :error="form.fields.value.useBy" test="end-use-by" />
      <p v-if="keeps" class="small quiet">{{ t(`keeps.why.${keeps.limits[0]!.code}`) }} {{ t('keeps.promise') }}</p>
      <p v-for="s in [form.message.value, ...others].filter(Boolean)" :key="s" class="caution" role="alert">{{ s }}</p>
      <FieldDoubtBox :doubts="form.doubts.value" @mend="form.clear()" @confirm="save(true)" />
      <v-btn
        v-if="!form.doubts.value.length"
        type="submit"
        color="primary"
        height="84"
        :loading="form.busy.value"
        data-test="end-save"
        >{{ t('make.ontoShelf') }}</v-btn
      >
    </template>
    <p v-if="closing.said.value" class="caution" role="alert">{{ closing.said.value }}</p>
    <v-btn v-if="!isThrowing" height="72" variant="text" data-test="throw" @click="isThrowing = true">{{
      t('make.throw')
    }}</v-btn>
    <div v-else class="stack">
      <v-text-field v-model="reason" :label="t('make.throwWhy')" maxlength="200" data-test="throw-reason" />
      <div class="row">
        <v-btn height="72" :disabled="!reason.trim()" data-test="throw-save" @click="throwAway">{{
          t('make.throw')
        }}</v-btn>
        <v-btn height="72" variant="text" @click="isThrowing = false">{{ t('do.cancel') }}</v-btn>
      </div>
    </div>
  </form>
</template>

<style scoped>
.plain {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
.plain li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 10px;
}
.asked {
  display: grid;
  gap: 8px;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 10px;
  align-items: start;
}
</style>
