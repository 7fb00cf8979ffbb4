<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { outAt, USUAL_OUT_MIN } from '#core/hold'
import { useAmounts } from '~/forms/useAmounts'
import { useCatalogue } from '~/stores/catalogue'
import { useServe, type HoldView } from '~/stores/serve'

// Slices and sprigs that lie in a vessel: what they are, since when, and when they come out.
const LAID: readonly string[] = ['fruit', 'herb', 'root', 'peel', 'flower']
const props = defineProps<{ view: HoldView; now: string }>()
const { t } = useI18n({ useScope: 'global' })
const { amount, name, time, typed } = useFormat()
const serve = useServe()
const catalogue = useCatalogue()
const lots = useLotsOf()
const { ofError } = useSentence()
const things = computed(() => serve.contentAt(props.view, props.now)?.laid.things ?? [])
const items = computed(() =>
  catalogue.ingredients
    .filter((i) => LAID.includes(i.kind))
    .map((i) => ({ value: i.key, title: name(i.key) }))
    .sort((a, b) => a.title.localeCompare(b.title)),
)
const item = ref<string | null>(null)
const { number, text, bind, guard } = useAmounts(['mass', 'hours'])
text.hours = typed(USUAL_OUT_MIN / 60, 'h', 1)
const form = useSubmit(async () => {
  const lot = lots.of(item.value!).find((l) => l.unit === 'g')
  await serve.tell(props.view.hold.id, {
    kind: 'laid',
    item: item.value!,
    lotId: lot?.id ?? null,
    massG: number.mass!,
    outMin: Math.round(number.hours! * 60),
  })
})
async function save(): Promise<void> {
  form.clear()
  guard(form, (f) => ({ mass: 'massG', hours: 'outMin' })[f], {
    mass: t('serve.laid.needMass'),
    hours: t('serve.laid.needHours'),
  })
  if (!item.value) form.refuse('item', t('serve.laid.needItem'))
  if (number.hours !== null && !(number.hours * 60 >= 5 && number.hours <= 24))
    form.refuse('outMin', t('serve.laid.needHours'))
  if (Object.keys(form.fields.value).length || !(await form.submit())) return
  item.value = null
  text.mass = ''
}
const said = ref('')
async function out(id: string): Promise<void> {
  said.value = ''
  await serve.tell(props.view.hold.id, { kind: 'out', event: id }).catch((e: unknown) => void (said.value = ofError(e)))
}
</script>

<template>
  <form class="sheet stack" novalidate data-test="lay-form" @submit.prevent="save">
    <h2>{{ t('serve.laid.title') }}</h2>
    <p class="small quiet">{{ t('serve.laid.why') }}</p>
    <div v-for="e in things" :key="e.id" class="spread" data-test="laid">
      <span
        >{{ name(e.item) }} <span class="num">{{ amount(e.massG, 'g', 0) }}</span>,
        {{ t('serve.laid.by', { time: time(outAt(e)) }) }}</span
      >
      <v-btn height="72" data-test="laid-out" @click="out(e.id)">{{ t('serve.laid.out') }}</v-btn>
    </div>
    <p v-if="said" class="caution" role="alert">{{ said }}</p>
    <v-autocomplete
      v-model="item"
      :items="items"
      :label="t('serve.laid.item')"
      :error-messages="form.fields.value.item"
      data-test="laid-item"
    />
    <FieldAmountField
      v-bind="bind('mass')"
      :label="t('serve.laid.mass')"
      unit="g"
      device
      :error="form.fields.value.massG"
      test="laid-mass"
    />
    <FieldAmountField
      v-bind="bind('hours')"
      :label="t('serve.laid.hours')"
      unit="h"
      :error="form.fields.value.outMin"
      test="laid-hours"
    />
    <p v-if="form.message.value" class="caution" role="alert">{{ form.message.value }}</p>
    <v-btn type="submit" height="72" :loading="form.busy.value" data-test="laid-save">{{ t('serve.laid.save') }}</v-btn>
  </form>
</template>
