<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { claimsOf } from '#core/label'
import type { Standard } from '#shared/contract'
import type { Glass } from '~/composables/useGlass'
import { useDrinks } from '~/stores/drinks'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'
import { api, uuid } from '~/utils/api'

// Every standard of a drink: what one has that another has not, which of them this stand pours, and its end.
const props = defineProps<{ glass: Glass }>()
const { t } = useI18n()
const { n, day } = useFormat()
const { ofError, ofCode } = useSentence()
const drinks = useDrinks()
const session = useSession()
const ready = useWords('balance', 'lab', 'preps')
const { recipe, evaluation, draft } = props.glass
const { lines } = useChangeWords()

const standards = shallowRef<readonly Standard[]>([])
const said = ref('')
async function load(): Promise<void> {
  try {
    const read = await api('standards', { params: { id: props.glass.id } })
    drinks.learn(read.snapshots)
    standards.value = read.standards
  } catch (e) {
    // Without an answer there is the newest, which this tablet holds.
    standards.value = recipe.value?.standard ? [recipe.value.standard] : []
    said.value = ofError(e)
  }
}
onMounted(load)
watch(() => recipe.value?.standard?.id, load)

/** Two that are laid side by side: the draft is one of them, under its own name. */
const DRAFT = 'draft'
const choices = computed(() => [
  { value: DRAFT, title: t('versions.draft') },
  ...standards.value.map((s) => ({ value: s.id, title: t('drinks.standard', { n: s.number }) })),
])
const from = ref<string | null>(null)
const to = ref<string>(DRAFT)
watch(standards, ([newest]) => (from.value ??= newest?.id ?? null))
const documentOf = (id: string | null) => {
  if (id === DRAFT) return draft.document.value
  const standard = standards.value.find((s) => s.id === id)
  return standard ? (drinks.sourceOf(standard.snapshot)?.document ?? null) : null
}
const changed = computed(() => {
  const [a, b] = [documentOf(from.value), documentOf(to.value)]
  return a && b ? lines(a, b) : null
})

/** What this stand pours: the newest, an older one, or none of it. */
const NEWEST = 'newest'
const NONE = 'none'
const use = computed(() => drinks.useOf(props.glass.id))
const poured = computed(() => (use.value?.isServed === false ? NONE : (use.value?.versionId ?? NEWEST)))
const pours = computed(() => [
  { value: NEWEST, title: t('versions.newest') },
  ...standards.value.map((s) => ({ value: s.id, title: t('drinks.standard', { n: s.number }) })),
  { value: NONE, title: t('versions.none') },
])
const using = useSubmit(async (key) => {
  await api('putUse', {
    key,
    params: { id: use.value?.id ?? uuid() },
    body: {
      standId: session.stand!.id,
      recipeId: props.glass.id,
      versionId: [NEWEST, NONE].includes(wanted.value) ? null : wanted.value,
      isServed: wanted.value !== NONE,
      version: use.value?.version ?? 0,
    },
  })
  await drinks.load()
})
const wanted = ref<string>(NEWEST)
function pour(id: string): void {
  wanted.value = id
  void using.submit()
}
const retiring = useSubmit(async (key) => {
  // What is typed is saved first: the draft of then is the one that is kept.
  const version = await draft.settled()
  const r = recipe.value!
  await useOutbox().keep('putRecipe', {
    key,
    params: { id: r.id },
    body: {
      kind: r.kind,
      family: r.family,
      name: r.name,
      draft: r.draft,
      retired: !r.retired,
      version: version ?? r.version,
    },
  })
  await drinks.load()
})
/** What its name or its note claims, which whoever signs is asked about. */
const claims = computed(() => (evaluation.value ? claimsOf(draft.name.value, draft.note.value, evaluation.value) : []))
</script>

<template>
  <div v-if="ready && recipe" class="stack" data-test="versions">
    <v-textarea
      v-model="draft.note.value"
      :label="t('versions.note')"
      rows="2"
      auto-grow
      maxlength="600"
      data-test="drink-note"
      @update:model-value="draft.later()"
    />
    <p v-for="c in claims" :key="c.field + c.code" class="caution" role="note" data-test="claim">
      {{ ofCode(c.code, c.numbers) }}
    </p>
    <div class="row">
      <NuxtLink v-if="recipe.standard" :to="`/drinks/${glass.id}/sheet`" data-test="to-sheet">{{
        t('versions.sheet')
      }}</NuxtLink>
      <DrinksExport :glass="glass" />
    </div>
    <p v-if="said" class="small quiet" role="status">{{ said }}</p>
    <p v-if="!recipe.standard" class="quiet">{{ t('drinks.notSigned') }}</p>
    <table v-else class="rows close" data-test="standards">
      <thead>
        <tr>
          <th>{{ t('versions.title') }}</th>
          <th class="r">°Bx</th>
          <th class="r">{{ t('sip.ratio') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="s in standards" :key="s.id" :data-test="`standard-${s.number}`">
          <td>
            <b>{{ t('drinks.standard', { n: s.number }) }}</b>
            <small class="quiet">{{ ` ${day(s.signedAt)} ${s.signedBy}` }}</small>
          </td>
          <td class="r num">{{ n(s.figures.jug.brix, 1) }}</td>
          <td class="r num">{{ s.figures.jug.ratio === null ? '–' : n(s.figures.jug.ratio, 1) }}</td>
        </tr>
      </tbody>
    </table>
    <template v-if="standards.length">
      <h2>{{ t('versions.diff') }}</h2>
      <div class="two">
        <v-select v-model="from" :items="choices" :label="t('versions.from')" data-test="diff-from" />
        <v-select v-model="to" :items="choices" :label="t('versions.to')" data-test="diff-to" />
      </div>
      <p v-if="changed" data-test="diff">
        {{ changed.length ? changed.join('; ') + '.' : t('versions.same') }}
      </p>
    </template>
    <template v-if="session.isOwner && recipe.standard">
      <h2>{{ t('versions.here', { stand: session.stand?.name }) }}</h2>
      <v-select
        :model-value="poured"
        :items="pours"
        :label="t('versions.pours')"
        data-test="pours"
        @update:model-value="pour"
      />
      <p v-if="using.said.value" class="caution" role="alert">{{ using.said.value }}</p>
      <p class="small quiet">{{ t(recipe.retired ? 'versions.isRetired' : 'versions.retireWhy') }}</p>
      <v-btn :loading="retiring.busy.value" data-test="retire" @click="retiring.submit()">{{
        t(recipe.retired ? 'versions.back' : 'versions.retire')
      }}</v-btn>
      <p v-if="retiring.said.value" class="caution" role="alert">{{ retiring.said.value }}</p>
    </template>
    <DrinksOriginal :recipe-id="glass.id" />
  </div>
</template>

<style scoped>
.stack > .v-btn {
  justify-self: start;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
</style>
