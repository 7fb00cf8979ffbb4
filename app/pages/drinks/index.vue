<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { MOST_LETTERS } from '#core/household/limits'
import { newDrink, startingDrink, type RecipeDocument } from '#core/recipe'
import { FAMILIES, type Family } from '#shared/lists'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'
import { uuid } from '~/utils/api'
import { matches } from '~/utils/words'

const drinks = useDrinks()
const catalogue = useCatalogue()
const session = useSession()
const { t } = useI18n()

const search = ref('')
/** From so many drinks on there is a search. */
const MANY = 9
const found = computed(() =>
  (search.value ?? '').trim()
    ? drinks.drinks.filter((d) => matches(search.value, d.name, t(`family.${d.family}`)))
    : drinks.drinks,
)
// A long shelf is drawn a screen at a time, so that the first glasses do not wait for the last.
const upTo = useGrowing(() => found.value.length)
const drawn = computed(() => found.value.slice(0, upTo.value))
const scaleMl = computed(() => Math.max(400, ...catalogue.cups.map((c) => c.capacityMl)))

const making = ref(false)
const nameField = ref<{ $el: HTMLElement } | null>(null)
watch(making, () => nextTick(() => nameField.value?.$el.querySelector('input')?.focus()))
const name = ref('')
const family = ref<Family>('lemonade')
const families = computed(() => FAMILIES.map((f) => ({ value: f, title: t(`family.${f}`) })))
let id = uuid()
const cup = computed(() => catalogue.cups[0])
const draft = shallowRef<RecipeDocument | null>(null)
const form = useSubmit(async (key) => {
  await useOutbox().keep('putRecipe', {
    key,
    params: { id },
    body: {
      kind: 'drink',
      name: name.value.trim(),
      family: family.value,
      draft: draft.value ?? newDrink(cup.value?.id ?? null, volumeFor(cup.value)),
      version: 0,
    },
  })
})
/** A plain drink of a family, to begin with: its name is the family's until somebody gives it another. */
async function start(of: Family): Promise<void> {
  draft.value = startingDrink(of, cup.value?.id ?? null, volumeFor(cup.value))
  family.value = of
  name.value = t('drinks.startName', { family: t(`family.${of}`) })
  await make()
  draft.value = null
}
/** A household recipe, as it was understood: a drink of its own, written for its pot. */
const pasting = ref(false)
async function takePasted(document: RecipeDocument, called: string, original: string): Promise<void> {
  draft.value = document
  name.value = called
  await make(original)
  draft.value = null
}
/** The text that a drink came from is kept beside it, as it was pasted. */
async function keepOriginal(recipeId: string, text: string): Promise<void> {
  await useOutbox().keep('putWork', {
    key: uuid(),
    params: { id: uuid() },
    body: {
      recipeId,
      standId: session.stand!.id,
      body: { kind: 'original', text: text.slice(0, MOST_LETTERS) },
      version: 0,
    },
  })
}
async function make(original = ''): Promise<void> {
  if (!name.value.trim()) return form.refuse('name', t('problem.name-missing'))
  if (!(await form.submit())) return
  const made = id
  if (original.trim()) await keepOriginal(made, original)
  await drinks.load()
  id = uuid()
  await navigateTo(`/drinks/${made}`)
}
</script>

<template>
  <div>
    <div class="spread head">
      <div>
        <h1>{{ t('drinks.title') }}</h1>
        <p class="quiet">{{ t('drinks.summary', { n: drinks.drinks.length, s: drinks.standards }) }}</p>
      </div>
      <div v-if="session.mayPlan && !making && !pasting" class="row">
        <v-btn data-test="paste-recipe" @click="pasting = true">{{ t('drinks.paste') }}</v-btn>
        <v-btn color="primary" data-test="new-drink" @click="making = true">{{ t('drinks.new') }}</v-btn>
      </div>
    </div>
    <LazyDrinksPasteRecipe v-if="pasting" :busy="form.busy.value" @take="takePasted" @close="pasting = false" />
    <p v-if="pasting && form.said.value" class="caution" role="alert">{{ form.said.value }}</p>
    <form v-if="making" class="sheet new" novalidate data-test="new-drink-form" @submit.prevent="make()">
      <v-text-field
        ref="nameField"
        v-model="name"
        :label="t('drinks.name')"
        :error-messages="form.fields.value.name"
        data-test="drink-name"
      />
      <v-select v-model="family" :items="families" :label="t('drinks.family')" />
      <v-btn type="submit" color="primary" :loading="form.busy.value" data-test="make-drink">{{
        t('drinks.make')
      }}</v-btn>
      <v-btn @click="making = false">{{ t('do.cancel') }}</v-btn>
      <p v-if="form.message.value" class="caution" role="alert">{{ form.message.value }}</p>
    </form>
    <div v-if="!drinks.drinks.length && !making && !pasting && drinks.ready" class="begin" data-test="empty">
      <DrinksStartGlasses v-if="session.mayPlan" :busy="form.busy.value" @start="start" />
      <p v-else class="sheet">{{ t('drinks.emptyCrew') }}</p>
      <p v-if="form.message.value" class="caution" role="alert">{{ form.message.value }}</p>
    </div>
    <FieldSearch v-if="drinks.drinks.length > MANY" v-model="search" :label="t('drinks.search')" test="search-drinks" />
    <p v-if="drinks.drinks.length && !found.length" class="quiet">{{ t('find.none', { text: search }) }}</p>
    <ul v-if="!pasting" class="shelf">
      <li v-for="d in drawn" :key="d.id">
        <DrinksShelfCard :drink="d" :scale-ml="scaleMl" />
      </li>
    </ul>
    <FieldMore
      v-if="session.mayPlan && !pasting && drinks.notServed.length"
      :label="t('drinks.notServed', { n: drinks.notServed.length })"
      test="not-served"
    >
      <ul class="off">
        <li v-for="d in drinks.notServed" :key="d.id">
          <NuxtLink :to="`/drinks/${d.id}`">{{ d.name }}</NuxtLink>
          <span class="small quiet">{{ t(d.retired ? 'drinks.retired' : 'drinks.notHere') }}</span>
        </li>
      </ul>
    </FieldMore>
  </div>
</template>

<style scoped>
.off {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 8px;
}
.off li {
  display: flex;
  gap: 12px;
  align-items: baseline;
}
.head {
  align-items: center;
  margin: 6px 0 16px;
}
.new {
  display: grid;
  grid-template-columns: 1fr 220px auto auto;
  gap: 12px;
  align-items: start;
  margin-bottom: 18px;
}
.shelf {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
  gap: 18px;
}
@media (max-width: 700px) {
  .shelf {
    grid-template-columns: 1fr 1fr;
    gap: 10px;
  }
  .new {
    grid-template-columns: 1fr;
  }
}
</style>
