<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { pouredMlOf } from '#core/sensory'
import type { PanelEventBody } from '#core/sensory/words'
import { useSession } from '~/stores/session'
import type { PanelView } from '~/stores/taste'

// The pourer's card: who gets which code with what in it, and how much of each is poured in all. Once all is poured it
// is hidden; whoever opens it again before the end has made the test one that is not blind.
const props = defineProps<{ view: PanelView }>()
const emit = defineEmits<{ tell: [event: PanelEventBody] }>()
const { t } = useI18n({ useScope: 'global' })
const { amount } = useFormat()
const session = useSession()
const { allergens } = useTasteWords()
const panel = computed(() => props.view.panel)
const isOver = computed(() => props.view.now.endedAt !== null)
/** Poured, on this tablet: kept while the page is somewhere else. */
const KEY = `olvex-poured-${panel.value.id}`
const isPoured = ref(localStorage.getItem(KEY) !== null)
/** Whoever did not set it up has no card to pour by. */
const isMine = computed(() => panel.value.by === session.person?.name)
const isOpened = ref(false)
const isShown = computed(() => isOver.value || isOpened.value || (isMine.value && !isPoured.value))
function hide(): void {
  localStorage.setItem(KEY, '1')
  isPoured.value = true
  isOpened.value = false
}
const isAsking = ref(false)
function openKey(): void {
  if (!isAsking.value) return void (isAsking.value = true)
  isOpened.value = true
  isAsking.value = false
  emit('tell', { kind: 'key-opened' })
}
const needs = computed(() =>
  pouredMlOf(panel.value)
    .map((ml, i) => `${panel.value.samples[i]!.name} ${amount(ml, 'mL', 0)}`)
    .join(', '),
)
const contains = computed(() => [...new Set(panel.value.samples.flatMap((s) => s.allergens))])
</script>

<template>
  <section class="stack" data-test="pour-card">
    <h2>{{ t('taste.card') }}</h2>
    <template v-if="isShown">
      <p v-if="!isOver" class="small quiet">{{ t('taste.cardWhy') }}</p>
      <p class="small">{{ t('taste.needs', { list: needs }) }}</p>
      <p v-if="contains.length" class="caution" role="note">
        {{ t('taste.answer.contains', { list: allergens(contains) }) }}
      </p>
      <div class="wide">
        <table class="rows" data-test="key">
          <tbody>
            <tr v-for="(cups, seat) in panel.servings" :key="seat">
              <th scope="row">{{ t('taste.seat', { n: seat + 1 }) }}</th>
              <td v-for="c in cups" :key="c.code">
                <b class="num code">{{ c.code }}</b> <span class="small">{{ panel.samples[c.sample]!.name }}</span>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <v-btn v-if="!isOver" class="no-print" height="72" data-test="poured" @click="hide">{{
        t('taste.poured')
      }}</v-btn>
    </template>
    <template v-else>
      <p data-test="key-hidden">{{ t('taste.hidden') }}</p>
      <v-btn class="no-print" height="56" variant="text" data-test="open-key" @click="openKey">{{
        t(isAsking ? 'taste.openKeySure' : 'taste.openKey')
      }}</v-btn>
    </template>
  </section>
</template>

<style scoped>
.wide {
  overflow-x: auto;
}
tbody th,
td {
  vertical-align: baseline;
}
th {
  text-align: left;
  white-space: nowrap;
  padding-right: 12px;
}
.code {
  font-size: 20px;
}
</style>
