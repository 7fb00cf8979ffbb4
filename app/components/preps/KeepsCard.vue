<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { useByOf, specialsOf } from '#core/preps'
import type { Evaluation, OwnKeeping, RecipeDocument } from '#core/recipe'
import { useSession } from '~/stores/session'

// Until when it is kept, with all that bounds it; the owner shortens it, and writes down what the authority approved.
const props = defineProps<{ document: RecipeDocument; evaluation: Evaluation; editable: boolean }>()
const emit = defineEmits<{ edit: [document: RecipeDocument] }>()
const { t } = useI18n({ useScope: 'global' })
const { typed, calendarDay } = useFormat()
const session = useSession()
const keeps = computed(() => useByOf(props.evaluation, 'cold'))
const days = computed(() => Math.floor(keeps.value.hours / 24))
const specials = computed(() => specialsOf(props.evaluation))
const approval = computed(() => props.document.keeping?.approval)
const isOwner = computed(() => session.isOwner && props.editable)

const MOST_DAYS = 365
const ownText = ref(typed(props.document.keeping?.days))
function change(over: OwnKeeping): void {
  const keeping = { ...props.document.keeping, ...over }
  const filled = Object.fromEntries(Object.entries(keeping).filter(([, v]) => v !== undefined)) as OwnKeeping
  const { keeping: _, ...doc } = props.document
  emit('edit', Object.keys(filled).length ? { ...doc, keeping: filled } : doc)
}
function ownDays(v: number | null): void {
  if (v === null ? ownText.value.trim() !== '' : v < 0.5 || v > MOST_DAYS) return
  if ((v ?? undefined) !== props.document.keeping?.days) change({ days: v ?? undefined })
}
const typing = reactive({ number: '', date: '', words: '' })
const missing = ref(false)
function approve(): void {
  missing.value = !typing.number.trim() || !typing.date || !typing.words.trim()
  if (missing.value) return
  change({ approval: { number: typing.number.trim(), date: typing.date, words: typing.words.trim() } })
}
</script>

<template>
  <section class="sheet stack" data-test="keeps">
    <h2>
      {{ t('keeps.title') }}
      <b class="num" data-test="keeps-days">{{
        days > 0 ? t('keeps.days', { n: days }, days) : t('keeps.hours', { n: keeps.hours }, keeps.hours)
      }}</b>
    </h2>
    <ul class="why">
      <li v-for="l in keeps.limits" :key="l.code" class="small">{{ t(`keeps.why.${l.code}`) }}</li>
    </ul>
    <p class="small quiet">{{ t('keeps.promise') }}</p>
    <FieldAmountField v-if="isOwner" v-model="ownText" :label="t('keeps.own')" test="own-days" @number="ownDays" />
    <template v-if="specials.length">
      <p v-for="s in specials" :key="s" class="caution">{{ t(`keeps.special.${s}`) }}</p>
      <p v-if="approval" data-test="approval">
        {{ t('keeps.approved', { number: approval.number, day: calendarDay(approval.date), words: approval.words }) }}
      </p>
      <form v-else-if="isOwner" class="stack" novalidate data-test="approve" @submit.prevent="approve">
        <v-text-field v-model="typing.number" :label="t('keeps.number')" maxlength="60" data-test="approval-number" />
        <FieldDay v-model="typing.date" :label="t('keeps.date')" test="approval-date" />
        <v-text-field v-model="typing.words" :label="t('keeps.words')" maxlength="400" data-test="approval-words" />
        <p v-if="missing" class="caution" role="alert">{{ t('keeps.missing') }}</p>
        <v-btn type="submit" data-test="save-approval">{{ t('keeps.approve') }}</v-btn>
      </form>
    </template>
  </section>
</template>

<style scoped>
.why {
  margin: 0;
  padding-left: 18px;
  display: grid;
  gap: 4px;
}
</style>
