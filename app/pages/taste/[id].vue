<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { useTaste } from '~/stores/taste'

// One blind test: the pourer's card, who has tasted, and what it says. Which cup is which is shown to whoever pours, and
// then to nobody until the end.
const { t } = useI18n({ useScope: 'global' })
const { day, time } = useFormat()
const { allergens } = useTasteWords()
const ready = useWords('taste')
const id = String(useRoute().params.id)
const taste = useTaste()
useTasteLive()
const view = computed(() => taste.byId.get(id) ?? null)
const isOver = computed(() => view.value !== null && view.value.now.endedAt !== null)
const open = computed(() =>
  view.value ? view.value.panel.servings.length - view.value.now.seats.filter((s) => s.answer).length : 0,
)
const said = ref('')
const { ofError } = useSentence()
async function tell(event: Parameters<typeof taste.tell>[1]): Promise<void> {
  said.value = ''
  await taste.tell(id, event).catch((e: unknown) => (said.value = ofError(e)))
}
/** Before all have tasted a second touch says that it is meant. */
const isEndSure = ref(false)
async function end(): Promise<void> {
  if (open.value && !isEndSure.value) isEndSure.value = true
  else await tell({ kind: 'ended' })
}
const throwing = ref<number | null>(null)
const reason = ref('')
async function throwSample(): Promise<void> {
  if (throwing.value === null || !reason.value.trim()) return
  await tell({ kind: 'thrown', sample: throwing.value, reason: reason.value.trim() })
  throwing.value = null
  reason.value = ''
}
const avoided = computed(() =>
  (view.value?.now.seats ?? []).flatMap((s) => {
    const inIt = new Set(view.value!.panel.samples.flatMap((x) => x.allergens))
    const of = s.avoids.filter((a) => inIt.has(a))
    return of.length ? [{ ...s, of }] : []
  }),
)
const stateOf = (seat: number): string => {
  const of = view.value!.now.seats.find((s) => s.seat === seat)
  const who = of?.name ? ` · ${of.name}` : ''
  return `${t(of?.answer ? 'taste.tasted' : of ? 'taste.sat' : 'taste.free')}${who}`
}
const print = (): void => window.print()
</script>

<template>
  <div v-if="ready && view" class="one" data-test="panel-page">
    <section class="sheet stack">
      <NuxtLink to="/taste" class="small no-print">← {{ t('taste.back') }}</NuxtLink>
      <h1>{{ t(`taste.kind.${view.panel.kind}`) }}</h1>
      <p class="quiet">
        {{
          [
            t(`taste.purpose.${view.panel.purpose}`),
            `${day(view.panel.at)} ${time(view.panel.at)}`,
            view.panel.by,
          ].join(' · ')
        }}
      </p>
      <TasteCard :view="view" @tell="tell" />
      <p v-if="said" class="caution" role="alert">{{ said }}</p>
      <v-btn class="no-print" height="56" variant="text" data-test="panel-print" @click="print">{{
        t('taste.print')
      }}</v-btn>
    </section>
    <div class="stack">
      <TasteResult v-if="isOver || !open" :view="view" />
      <template v-if="!isOver">
        <section class="sheet stack no-print" data-test="panel-join">
          <h2>{{ t('taste.join') }}</h2>
          <p class="join num" data-test="panel-code">{{ view.panel.code }}</p>
          <p class="small quiet">{{ t('taste.joinWhy', { address: `${useRequestURL().host}/tasting` }) }}</p>
          <v-btn height="72" :to="`/taste/pass/${id}`" data-test="to-pass">{{ t('taste.pass') }}</v-btn>
        </section>
        <section class="sheet stack no-print">
          <h2>{{ t('taste.seats') }}</h2>
          <p v-for="s in avoided" :key="s.seat" class="caution" role="alert" data-test="kept-away">
            {{ t('taste.keptAway', { name: s.name || t('taste.seat', { n: s.seat + 1 }), what: allergens(s.of) }) }}
          </p>
          <ul class="seats">
            <li v-for="(_, seat) in view.panel.servings" :key="seat" :data-test="`seat-${seat}`">
              <b>{{ t('taste.seat', { n: seat + 1 }) }}</b> <span class="small">{{ stateOf(seat) }}</span>
            </li>
          </ul>
          <v-btn
            height="72"
            :color="open ? undefined : 'primary'"
            :variant="open ? 'text' : 'flat'"
            data-test="panel-end"
            @click="end"
            >{{ open ? t(isEndSure ? 'taste.endSure' : 'taste.endEarly', { n: open }) : t('taste.end') }}</v-btn
          >
          <details>
            <summary>{{ t('taste.throwSample') }}</summary>
            <v-btn
              v-for="(s, i) in view.panel.samples"
              :key="i"
              height="56"
              :variant="throwing === i ? 'flat' : 'text'"
              :data-test="`throw-sample-${i}`"
              @click="throwing = i"
              >{{ s.name }}</v-btn
            >
            <template v-if="throwing !== null">
              <v-text-field
                v-model="reason"
                :label="t('taste.throwWhy', { name: view.panel.samples[throwing]!.name })"
                maxlength="200"
                data-test="throw-reason"
              />
              <v-btn height="56" :disabled="!reason.trim()" data-test="throw-save" @click="throwSample">{{
                t('do.save')
              }}</v-btn>
            </template>
          </details>
        </section>
      </template>
      <TasteDecide v-if="isOver" :view="view" @tell="tell" />
      <TasteSaving v-if="isOver && view.panel.purpose === 'cheaper'" :view="view" />
    </div>
  </div>
</template>

<style scoped>
.one {
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr);
  gap: 18px;
  align-items: start;
}
.join {
  font: 700 44px/1 var(--head);
  letter-spacing: 0.12em;
}
.seats {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 6px 14px;
}
summary {
  min-height: 44px;
  padding: 10px 0;
  cursor: pointer;
}
@media (max-width: 900px) {
  .one {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
