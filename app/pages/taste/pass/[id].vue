<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { seatView, type Answer } from '#core/sensory'
import { useTaste } from '~/stores/taste'

// One tablet for all tasters, passed round: each says what they may not have, tastes, answers, and hands it on. Works
// without a connection.
const { t } = useI18n({ useScope: 'global' })
const ready = useWords('taste')
const id = String(useRoute().params.id)
const taste = useTaste()
useTasteLive()
const view = computed(() => taste.byId.get(id) ?? null)
/** The first seat that nobody has answered for, and that may taste. */
const seat = computed((): number | null => {
  const of = view.value
  if (!of) return null
  const done = new Set([...of.now.keptAway, ...of.now.seats.filter((s) => s.answer).map((s) => s.seat)])
  const free = of.panel.servings.findIndex((_, i) => !done.has(i))
  return free < 0 ? null : free
})
const isHere = ref(false)
const isSitting = ref(false)
/** Who has just answered, or may not taste: until the tablet goes on. */
const done = ref<'tasted' | 'noCup' | null>(null)
const seen = computed(() => (view.value && seat.value !== null ? seatView(view.value.panel, seat.value) : null))
const busy = ref(false)
async function sit(name: string, avoids: string[]): Promise<void> {
  const at = seat.value!
  const isAway = avoids.some((a) => seen.value!.allergens.includes(a))
  busy.value = true
  await taste.tell(id, { kind: 'sat', seat: at, name, avoids })
  busy.value = false
  if (isAway) done.value = 'noCup'
  else isSitting.value = true
}
async function answer(of: Answer): Promise<void> {
  busy.value = true
  await taste.tell(id, { kind: 'answered', seat: seat.value!, answer: of })
  busy.value = false
  isSitting.value = false
  done.value = 'tasted'
}
function next(): void {
  done.value = null
  isHere.value = false
}
</script>

<template>
  <section v-if="ready && view" class="sheet pass stack" data-test="pass">
    <template v-if="done">
      <p class="said" role="status">{{ t(done === 'tasted' ? 'taste.answer.done' : 'taste.answer.noCup') }}</p>
      <v-btn height="84" color="primary" data-test="pass-next" @click="next">{{ t('taste.answer.next') }}</v-btn>
    </template>
    <template v-else-if="seat === null || view.now.endedAt">
      <p class="said">{{ t(view.now.endedAt ? 'taste.phone.ended' : 'taste.answer.all') }}</p>
      <v-btn height="72" :to="`/taste/${id}`" data-test="pass-back">{{ t('taste.back') }}</v-btn>
    </template>
    <template v-else-if="!isHere">
      <p class="said">{{ t('taste.answer.pour', { n: seat + 1 }) }}</p>
      <v-btn height="84" color="primary" data-test="pass-here" @click="isHere = true">{{
        t('taste.seat', { n: seat + 1 })
      }}</v-btn>
    </template>
    <template v-else-if="seen">
      <h1>{{ t('taste.answer.title', { n: seat + 1 }) }}</h1>
      <TasteBeforeSip v-if="!isSitting" :allergens="seen.allergens" :busy="busy" @sit="sit" />
      <TasteAnswer v-else :key="seat" :view="seen" :busy="busy" @answer="answer" />
    </template>
  </section>
</template>

<style scoped>
.pass {
  max-width: 620px;
  margin: 0 auto;
}
.said {
  font: 700 24px/1.25 var(--head);
}
</style>
