<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { emptiedBy, inOrder, SPILLED_AS, type HoldEvent, type SpilledAs } from '#core/hold'
import { dayOf } from '#core/time'
import { useAmounts } from '~/forms/useAmounts'
import { useFruit } from '~/stores/fruit'
import { useServe } from '~/stores/serve'
import { useSession } from '~/stores/session'

// One vessel at the hatch: what is in it, what is read and spilled, all that happened, and its end.
const { t } = useI18n({ useScope: 'global' })
const { amount, day, name, time, n } = useFormat()
const ready = useWords('serve', 'make')
const id = String(useRoute().params.id)
const serve = useServe()
const session = useSession()
const now = useServerClock()
const view = computed(() => serve.byId.get(id) ?? null)
const { number, text, bind, guard } = useAmounts(['brix', 'ta', 'temp', 'spilled'])
const isEmptying = ref(false)
const form = useSubmit(async () => {
  const { brix, ta, temp } = number
  await serve.tell(id, {
    kind: 'read',
    ...(brix === null ? {} : { brix }),
    ...(ta === null ? {} : { ta }),
    ...(temp === null ? {} : { tempC: temp }),
  })
})
async function read(): Promise<void> {
  form.clear()
  guard(form)
  if (Object.keys(form.fields.value).length || [number.brix, number.ta, number.temp].every((x) => x === null)) return
  if (await form.submit()) for (const f of ['brix', 'ta', 'temp'] as const) text[f] = ''
}
const spilledAs = ref<SpilledAs>('spilled')
const items = useChoices()
const spilling = useSubmit(async () => {
  await serve.tell(id, { kind: 'spilled', volumeMl: number.spilled! * 1000, as: spilledAs.value })
})
async function spill(): Promise<void> {
  if (number.spilled !== null && (await spilling.submit())) text.spilled = ''
}
const said = ref('')
const { ofError } = useSentence()
async function tell(event: Parameters<typeof serve.tell>[1], at: string | null = null): Promise<void> {
  said.value = ''
  await serve.tell(id, event, at).catch((e: unknown) => (said.value = ofError(e)))
}
/** Its end can be taken back; what was told after it was emptied was told as of just before, and goes as of then. */
const end = computed(() => (view.value ? emptiedBy(view.value.hold.events) : null))
const mayTakeBack = (e: HoldEvent): boolean =>
  e.kind !== 'poured' && (!end.value || e.kind === 'emptied' || (e.kind === 'spilled' && e.counted === true))
const takeBack = (e: HoldEvent): Promise<void> =>
  tell({ kind: 'void', event: e.id }, end.value && e.id !== end.value.id ? e.at : null)
const fruit = useFruit()
const isAsked = ref(false)
/** One of some time ago is in no list of the day: it is asked for, once the day's are there. */
watch(
  () => fruit.ready && !serve.byId.has(id),
  async (isOlder) => {
    if (isOlder && !isAsked.value) await fruit.lookAt(id).catch(() => undefined)
    isAsked.value ||= isOlder
  },
  { immediate: true },
)
/** A moment: of another day than it was put out, with that day. */
const moment = (at: string, from: string | Date): string =>
  dayOf(at, session.zone) === dayOf(from, session.zone) ? time(at) : `${day(at)} ${time(at)}`
const rows = computed(() => (view.value ? inOrder(view.value.events).reverse() : []))
const L = (ml: number): string => amount(ml / 1000, 'L', 2)
function words(e: HoldEvent): string {
  switch (e.kind) {
    case 'filled':
      return t('serve.events.filled', { ml: L(e.volumeMl), temp: amount(e.tempC, '°C', 1) })
    case 'iced':
      return t('serve.events.iced', { g: amount(e.massG / 1000, 'kg', 2) })
    case 'laid':
      return t('serve.events.laid', { name: name(e.item), g: amount(e.massG, 'g', 0) })
    case 'out': {
      const of = view.value?.events.find((x) => x.id === e.event)
      return t('serve.events.out', { name: of?.kind === 'laid' ? name(of.item) : '' })
    }
    case 'level':
      return t('serve.events.level', { ml: L(e.volumeMl) })
    case 'read':
      return t('serve.events.read', {
        what: [
          e.brix === undefined ? '' : amount(e.brix, '°Bx', 1),
          e.ta === undefined ? '' : amount(e.ta, 'g/100 mL', 2),
          e.tempC === undefined ? '' : amount(e.tempC, '°C', 1),
        ]
          .filter(Boolean)
          .join(', '),
      })
    case 'spilled': {
      const what = t(`serve.events.${e.as ?? 'spilled'}`, { ml: L(e.volumeMl) })
      return e.counted ? t('serve.events.afterwards', { what }) : what
    }
    case 'emptied':
      return t('serve.events.emptied', { ml: L(e.leftMl), as: t(`serve.as.${e.as}`) })
    case 'poured':
      return t('serve.events.poured', { n: n(e.cups), ml: amount(e.drinkMl, 'mL', 0) }, e.cups)
    default:
      return t('serve.events.stirred')
  }
}
const content = computed(() => view.value && serve.contentAt(view.value, now.value))
</script>

<template>
  <div v-if="ready && view" class="one" data-test="hold-page">
    <section class="sheet stack">
      <div class="spread">
        <div>
          <h1>{{ view.recipe?.name }}</h1>
          <p class="quiet">
            {{ view.hold.vessel.name }} · {{ view.hold.by }} · {{ moment(view.hold.at, session.now()) }}
          </p>
        </div>
        <v-btn height="72" to="/serve" data-test="back-to-hatch">{{ t('serve.back') }}</v-btn>
      </div>
      <p v-if="content?.unexplainedMl" class="small num" data-test="unexplained">
        {{ t('serve.gone', { ml: L(content.unexplainedMl) }) }}
      </p>
      <p v-if="said" class="caution" role="alert">{{ said }}</p>
      <h2>{{ t('serve.happened') }}</h2>
      <ul class="plain" data-test="hold-events">
        <li v-for="e in rows" :key="e.id" class="event" :data-kind="e.kind">
          <span class="num small quiet">{{ moment(e.at, view.hold.at) }}</span>
          <span>{{ words(e) }}</span>
          <span class="small quiet">{{ e.by }}</span>
          <v-btn v-if="mayTakeBack(e)" height="56" variant="text" data-test="take-back" @click="takeBack(e)">{{
            t('serve.undo')
          }}</v-btn>
        </li>
      </ul>
    </section>
    <div v-if="view.isOpen" class="stack">
      <form class="sheet stack" novalidate data-test="read-form" @submit.prevent="read">
        <h2>{{ t('serve.read') }}</h2>
        <p class="small quiet">{{ t('serve.readWhy') }}</p>
        <p v-if="view.hold.way === 'slush'" class="small">{{ t('serve.slush.thaw') }}</p>
        <FieldAmountField
          v-bind="bind('brix')"
          label="°Bx"
          unit="°Bx"
          device
          :error="form.fields.value.brix"
          test="read-brix"
        />
        <FieldAmountField
          v-bind="bind('ta')"
          label="TA"
          unit="g/100 mL"
          device
          :error="form.fields.value.ta"
          test="read-ta"
        />
        <FieldAmountField
          v-bind="bind('temp')"
          :label="t('make.temp')"
          unit="°C"
          device
          :error="form.fields.value.temp ?? form.fields.value.tempC"
          test="read-temp"
        />
        <p v-if="form.message.value" class="caution" role="alert">{{ form.message.value }}</p>
        <v-btn type="submit" height="72" :loading="form.busy.value" data-test="read-save">{{ t('serve.read') }}</v-btn>
      </form>
      <form class="sheet stack" novalidate data-test="spill-form" @submit.prevent="spill">
        <h2>{{ t('serve.spill') }}</h2>
        <FieldAmountField
          v-bind="bind('spilled')"
          :label="t('serve.spillMl')"
          unit="L"
          :error="spilling.said.value"
          test="spill-litres"
        />
        <FieldChoice
          :model-value="spilledAs"
          :label="t('serve.spillAs')"
          :items="items(SPILLED_AS, 'serve.spilledAs')"
          test="spill-as"
          @update:model-value="spilledAs = $event!"
        />
        <div class="row">
          <v-btn type="submit" height="72" data-test="spill-save">{{ t('serve.spill') }}</v-btn>
          <v-btn height="72" data-test="stirred" @click="tell({ kind: 'stirred' })">{{ t('serve.stirred') }}</v-btn>
        </div>
      </form>
      <ServeLayIn v-if="view.hold.way !== 'slush'" :view="view" :now="now" />
      <ServeEmpty v-if="isEmptying" :view="view" :now="now" @done="isEmptying = false" @close="isEmptying = false" />
      <v-btn v-else height="72" data-test="empty" @click="isEmptying = true">{{ t('serve.empty') }}</v-btn>
    </div>
  </div>
  <p v-else-if="ready && isAsked" class="sheet" data-test="no-hold">
    {{ t('serve.missing') }} <NuxtLink to="/serve">{{ t('serve.title') }}</NuxtLink>
  </p>
</template>

<style scoped>
.one {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 420px;
  gap: 18px;
  align-items: start;
}
.plain {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 2px;
}
.event {
  display: grid;
  grid-template-columns: 64px minmax(0, 1fr) auto auto;
  gap: 10px;
  align-items: center;
  min-height: 48px;
  border-bottom: 1px solid #e4dcc6;
}
@media (max-width: 900px) {
  .one {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
