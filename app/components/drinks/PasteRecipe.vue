<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { ONCE, type Answered } from '#core/household'
import type { RecipeDocument } from '#core/recipe'
import type { Limon } from '#core/stand'
import type { OunceMeaning } from '#core/units'
import { useCatalogue } from '~/stores/catalogue'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'
import { uuid } from '~/utils/api'

// A household recipe as it is pasted: each line with what was understood, what is doubtful asked, and the drink of it.
defineProps<{ busy: boolean }>()
const emit = defineEmits<{ take: [document: RecipeDocument, name: string, original: string]; close: [] }>()
const { t } = useI18n({ useScope: 'global' })
const ready = useWords('paste')
const { n, amount, name } = useFormat()
const catalogue = useCatalogue()
const session = useSession()
const cup = computed(() => catalogue.cups[0])
const pasted = usePasted(() => ({ id: cup.value?.id ?? null, volumeMl: volumeFor(cup.value) }))
const { text, limon, ounces, read, rows, given, answers, answer, open, document, evaluation } = pasted

/** What is typed of an amount, as it is typed. */
const texts = reactive<Record<string, string>>({})
const called = ref('')
watch(
  () => read.value.title,
  (title, before) => {
    if (title && (!called.value || called.value === before)) called.value = title.slice(0, 80)
  },
)
/** Asked once: the stand remembers what limón is here, and what an ounce of a liquid is. */
async function say(to: { limon?: Limon | null; ounces?: OunceMeaning | null }): Promise<void> {
  if (to.limon !== undefined) limon.value = to.limon
  if (to.ounces !== undefined) ounces.value = to.ounces
  if (!session.stand || !session.isOwner) return
  const { id, ...row } = session.stand
  await useOutbox().keep('putStand', { key: uuid(), params: { id }, body: { ...row, ...to } })
  await session.load()
}
/** What is asked of a line beside what it is: answered by an amount. */
const asksAmount = ({ line }: Answered): boolean =>
  changing.value === line.text || line.asks.some((a) => a !== 'what-is-it' && !ONCE.includes(a))
/** A line that is likely only: somebody who knows better says how much. */
const changing = ref('')
const choices = computed(() =>
  catalogue.ingredients
    .map((i) => ({ value: i.key, title: name(i.key) }))
    .sort((a, b) => a.title.localeCompare(b.title)),
)
/** Below this a whole g or mL says too little. */
const SMALL = 10
function understood({ line, key, amount: of }: Answered): string {
  if (!of) return line.toTaste ? t('paste.blank') : ''
  const isOurs = of.unit === 'g' || of.unit === 'mL'
  const how =
    line.worked && key === line.key ? t(`paste.by.${line.worked.way}`, { value: n(line.worked.value, 2) }) : ''
  const written = isOurs ? amount(of.value, of.unit, of.value < SMALL ? 1 : 0) : `${n(of.value, 2)} ${of.unit}`
  const inG = !isOurs && line.massG !== null ? `= ${amount(line.massG, 'g', 0)}` : ''
  return [written, inG, how].filter(Boolean).join(' ')
}
</script>

<template>
  <section v-if="ready" class="sheet stack" data-test="paste">
    <div class="spread">
      <h2>{{ t('paste.title') }}</h2>
      <v-btn variant="text" @click="emit('close')">{{ t('do.cancel') }}</v-btn>
    </div>
    <p class="quiet small">{{ t('paste.why') }}</p>
    <div class="cols">
      <div class="stack">
        <v-textarea v-model="text" :label="t('paste.text')" rows="6" auto-grow max-rows="14" data-test="paste-text" />
        <p v-if="read.leftOut" class="caution" role="alert">{{ t('paste.leftOut', { n: read.leftOut }) }}</p>
        <DrinksPasteMeasures :pasted="pasted" @say="say" />
      </div>
      <div class="stack">
        <p v-if="given" data-test="paste-given">{{ t('paste.given', { n: given.steps.length }) }}</p>
        <ul v-else-if="rows.length" class="lines">
          <li v-for="(r, i) in rows" :key="i" :class="{ left: r.isLeft }" data-test="paste-line">
            <div class="said">
              <span class="small quiet">{{ r.line.text }}</span>
              <span
                ><b>{{ r.key ? name(r.key) : t('paste.what') }}</b> {{ understood(r) }}
                <i class="small quiet">{{ t(`paste.${r.asks.length ? 'asked' : r.line.sure}`) }}</i></span
              >
              <span v-if="r.goes === 'prep'" class="small flag">{{ t('paste.needsPrep') }}</span>
              <span v-if="r.goes === 'infused'" class="small quiet">{{
                t(`paste.inWater.${pasted.between.value.way}`, { min: n(pasted.between.value.minutes) })
              }}</span>
              <span v-else-if="r.goes === 'crushed'" class="small quiet"
                ><template v-if="pasted.between.value.ways.soaks"
                  >{{ t('paste.soaked', { min: n(pasted.between.value.minutes) }) }}, </template
                >{{ t(`paste.crushing.${pasted.between.value.crushing}`) }}</span
              >
              <span v-for="a in r.isLeft ? [] : r.asks" :key="a" class="small flag">{{ t(`paste.ask.${a}`) }}</span>
            </div>
            <v-autocomplete
              v-if="!r.isLeft && r.line.asks.includes('what-is-it')"
              :model-value="answers[r.line.text]?.key ?? null"
              :items="choices"
              :label="t('paste.what')"
              auto-select-first
              class="what"
              data-test="paste-what"
              @update:model-value="answer(r.line, { key: $event })"
            />
            <FieldAmountField
              v-if="!r.isLeft && asksAmount(r)"
              :model-value="texts[r.line.text] ?? ''"
              :label="t('paste.amount')"
              unit="g"
              :of="r.key ?? undefined"
              class="own"
              test="paste-amount"
              @update:model-value="texts[r.line.text] = $event"
              @amount="answer(r.line, { amount: $event })"
            />
            <v-btn
              v-if="!r.isLeft && r.line.sure === 'likely' && changing !== r.line.text"
              variant="text"
              data-test="paste-change"
              @click="changing = r.line.text"
              >{{ t('paste.change') }}</v-btn
            >
            <v-btn
              v-if="r.goes !== 'prep'"
              variant="text"
              @click="answer(r.line, { left: !answers[r.line.text]?.left })"
              >{{ t(answers[r.line.text]?.left ? 'paste.take' : 'paste.leave') }}</v-btn
            >
          </li>
        </ul>
        <p
          v-for="(l, i) in read.lines.filter((x) => x.what === 'doing' || x.what === 'unread')"
          :key="i"
          class="small quiet"
        >
          {{ t(l.what === 'doing' ? 'paste.doing' : 'paste.notRead', { text: l.text }) }}
        </p>
        <template v-if="rows.length || given">
          <p v-if="open" data-test="paste-open">{{ t('paste.stillAsked', { n: open }, open) }}</p>
          <p v-else-if="evaluation" data-test="paste-makes">
            {{
              t('paste.makes', {
                l: amount((evaluation.pot ?? evaluation.jug).volume.value / 1000, 'L', 2),
                n: n(evaluation.pot?.cups.value ?? 1, 1),
                cup: amount(volumeFor(cup), 'mL', 0),
                brix: n(evaluation.jug.brix.value, 1),
              })
            }}
          </p>
          <v-text-field v-model="called" :label="t('paste.name')" maxlength="80" data-test="paste-name" />
          <v-btn
            color="primary"
            :disabled="open > 0 || !document || !called.trim()"
            :loading="busy"
            data-test="paste-take"
            @click="emit('take', document!, called.trim(), text)"
            >{{ t('paste.makeIt') }}</v-btn
          >
        </template>
        <p v-else-if="text.trim()" class="quiet">{{ t('paste.nothing') }}</p>
      </div>
    </div>
  </section>
</template>

<style scoped>
.cols {
  display: grid;
  grid-template-columns: minmax(0, 5fr) minmax(0, 7fr);
  gap: 24px;
  align-items: start;
}
.wrap {
  flex-wrap: wrap;
  align-items: end;
  gap: 12px;
}
.own {
  width: 150px;
}
.what {
  width: 210px;
}
.lines {
  list-style: none;
  margin: 0;
  padding: 0;
}
.lines li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto auto;
  gap: 10px;
  align-items: center;
  padding: 8px 0;
  border-bottom: 1px solid var(--rule);
}
.said {
  display: grid;
  gap: 2px;
}
.left .said {
  opacity: 0.55;
}
@media (max-width: 1000px) {
  .cols {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 700px) {
  .lines li {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
