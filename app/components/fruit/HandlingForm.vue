<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { checkHandling } from '#core/limits'
import { PARTS, usualHandling, type OwnHandling, type Part } from '#core/yield'
import { useAmounts } from '~/forms/useAmounts'
import { useCatalogue } from '~/stores/catalogue'
import { useFruit } from '~/stores/fruit'
import { api, refuseHere } from '~/utils/api'

// How this fruit is handled here, where it is not as usual: piece, ripening, keeping, ordering, and what kept
// by-products carry of its cost.
const props = defineProps<{ fruit: string }>()
const catalogue = useCatalogue()
const { t } = useI18n()
const { n, typed, amount, name } = useFormat()
const row = computed(() => catalogue.byKey.get(props.fruit)!)
const usual = computed(() => usualHandling(catalogue.dataOf(props.fruit)!))
const FIELDS = ['pieceG', 'cupG', 'daysToRipe', 'keepDaysRoom', 'keepDaysCold', 'leadDays'] as const
const isWeight = (f: (typeof FIELDS)[number]): boolean => f === 'pieceG' || f === 'cupG'
const own = (row.value.handling ?? {}) as OwnHandling
const start = Object.fromEntries(FIELDS.map((f) => [f, typed(own[f], isWeight(f) ? 'g' : '1')]))
const { number, bind, guard } = useAmounts(FIELDS, start)
const shares = ref(
  Object.entries(own.shares ?? {}).map(([part, share]) => ({
    part: part as Part,
    text: typed(Math.round(share * 1000) / 10),
    share: null as number | null,
  })),
)
const parts = computed(() => PARTS.map((value) => ({ value, title: t(`byPart.${value}`) })))
const saved = ref(false)
const form = useSubmit(async (key) => {
  const handling: OwnHandling = Object.fromEntries(FIELDS.filter((f) => number[f] !== null).map((f) => [f, number[f]]))
  const carried = shares.value.filter((s) => s.share !== null && s.share > 0).map((s) => [s.part, s.share! / 100])
  if (carried.length) handling.shares = Object.fromEntries(carried) as OwnHandling['shares']
  refuseHere({ limits: checkHandling(handling), doubts: [] }, [])
  await api('putHandling', {
    key,
    params: { id: props.fruit },
    body: { handling: Object.keys(handling).length ? handling : null, version: row.value.version },
  })
})
async function save(): Promise<void> {
  saved.value = false
  form.fields.value = {}
  guard(form)
  if (Object.keys(form.fields.value).length || !(await form.submit())) return
  saved.value = true
  await Promise.all([catalogue.load(), useFruit().load()])
}
</script>

<template>
  <form class="sheet stack" novalidate data-test="handling" @submit.prevent="save">
    <h2>{{ t('handling.title', { fruit: name(fruit) }) }}</h2>
    <p class="quiet small">{{ t('handling.why') }}</p>
    <div class="grid">
      <FieldAmountField
        v-for="f in FIELDS"
        :key="f"
        v-bind="bind(f)"
        :label="t(`handling.${f}`)"
        :unit="isWeight(f) ? 'g' : t('handling.days')"
        :hint="
          usual[f] === null
            ? t('handling.unknown')
            : t('handling.usual', { v: isWeight(f) ? amount(usual[f]!, 'g') : n(usual[f]!) })
        "
        :error="form.fields.value[f]"
        :test="f"
      />
    </div>
    <div v-for="(s, i) in shares" :key="i" class="share">
      <v-select v-model="s.part" :items="parts" :label="t('parts.part')" /><FieldAmountField
        v-model="s.text"
        :label="t('handling.share')"
        unit="%"
        :error="form.fields.value.shares"
        :test="`share-${i}`"
        @number="s.share = $event"
      />
    </div>
    <div class="row wrap">
      <v-btn data-test="add-share" @click="shares.push({ part: 'peel', text: '', share: null })">{{
        t('handling.addShare')
      }}</v-btn><v-btn type="submit" color="secondary" :loading="form.busy.value" data-test="save-handling">{{
        t('do.save')
      }}</v-btn>
    </div>
    <p v-if="form.message.value" class="caution" role="alert">{{ form.message.value }}</p>
    <p v-if="saved" class="small quiet" role="status">{{ t('draft.saved') }}</p>
  </form>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 10px;
}
.share {
  display: grid;
  grid-template-columns: 200px 160px;
  gap: 10px;
}
.wrap {
  flex-wrap: wrap;
}
</style>
