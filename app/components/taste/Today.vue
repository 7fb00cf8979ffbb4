<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { tongueToday, type Rightness } from '#core/sensory'
import { dayOf } from '#core/time'
import type { Training } from '#shared/contract'
import { useSession } from '~/stores/session'
import { useTaste } from '~/stores/taste'

// Before the hatch opens: does this tongue tell today what it usually tells? Its own person sees it.
const { t } = useI18n({ useScope: 'global' })
const { n } = useFormat()
const { tongue } = useTongue()
const session = useSession()
const now = session.now()
const taste = useTaste()
onMounted(() => void taste.loadTrainings())
const mine = computed(() => taste.trainings.filter((x) => x.personId === session.person?.id))
const isToday = (x: Training): boolean => dayOf(x.at, session.zone) === dayOf(now, session.zone)
const unitOf = (x: Training): [unit: string, digits: number] => (x.unit === 'ta' ? ['g/100 mL', 2] : ['°Bx', 1])
/** Of each thing that was checked today, the last time. */
const rows = computed(() => {
  const seen = new Set<Rightness>()
  return mine.value
    .filter((x) => isToday(x) && x.answers.length)
    .flatMap((x) => {
      if (seen.has(x.of)) return []
      seen.add(x.of)
      const before = mine.value.filter((b) => b.of === x.of && b.unit === x.unit && !isToday(b))
      const is = tongueToday(
        before.map((b) => b.answers),
        x.answers,
      )
      const [unit, digits] = unitOf(x)
      const usual = is?.usual == null ? null : `${n(is.usual, digits)} ${unit}`
      return is ? [{ ...is, id: x.id, of: x.of, said: tongue(is.today, unit, digits), usual }] : []
    })
})
</script>

<template>
  <section class="sheet stack no-print" data-test="tongue-today">
    <div class="spread middle">
      <div>
        <h2>{{ t('taste.today.title') }}</h2>
        <p class="quiet">{{ t('taste.today.why') }}</p>
      </div>
      <v-btn height="72" variant="text" to="/taste/ladder?check=1" data-test="to-check">{{
        t('taste.today.check')
      }}</v-btn>
    </div>
    <p v-for="r in rows" :key="r.id" data-test="today-said">
      <b>{{ t(`taste.property.${r.of}`) }}</b> · {{ r.said }}
      <span v-if="r.usual" class="small quiet">{{
        t('taste.today.usual', { step: r.usual, n: r.lessons }, r.lessons)
      }}</span>
      <span v-if="r.isDull" class="caution" role="note" data-test="dull">{{ t('taste.today.dull') }}</span>
    </p>
  </section>
</template>

<style scoped>
.middle {
  align-items: center;
}
</style>
