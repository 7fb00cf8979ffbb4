<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { RecipeDocument } from '#core/recipe'
import { templateOf } from '#core/templates'
import { useDrinks } from '~/stores/drinks'
import { useOutbox } from '~/stores/outbox'
import { usePreps, type PrepOnShelf } from '~/stores/preps'
import { useSession } from '~/stores/session'
import { uuid } from '~/utils/api'
import { matches } from '~/utils/words'

// The shelf of preps: what is there beside what today and tomorrow need, what is short first.
const { t } = useI18n({ useScope: 'global' })
const ready = useWords('lab', 'templates', 'preps')
const preps = usePreps()
const drinks = useDrinks()
const session = useSession()
/** A template that somebody was sent to by its address. */
const asked = String(useRoute().query.template ?? '')
const isGone = computed(() => asked !== '' && !templateOf(asked))
const picking = ref<'templates' | 'label' | null>(asked ? 'templates' : null)
const recording = shallowRef<PrepOnShelf | null>(null)
const search = ref('')
/** From so many preps on there is a search. */
const MANY = 9
const found = computed(() =>
  search.value.trim() ? preps.shelf.filter((p) => matches(search.value, p.recipe.name)) : preps.shelf,
)
const scaleMl = computed(() =>
  Math.max(1000, ...preps.shelf.map((p) => Math.max(p.onHandMl, p.todayMl + p.tomorrowMl))),
)
/** The one that is due: the shortest that can be made. */
const next = computed(() => preps.shelf.find((p) => p.shortMl > 0 && p.recipe.standard)?.recipe.id)

let id = uuid()
const taking = ref<string | null>(null)
const copied = shallowRef<{ document: RecipeDocument; name: string } | null>(null)
const form = useSubmit(async (key) => {
  const { document, name } = copied.value!
  const body = { kind: 'prep' as const, name, family: 'lemonade' as const, draft: document, version: 0 }
  await useOutbox().keep('putRecipe', { key, params: { id }, body })
})
async function take(key: string, document: RecipeDocument, name: string): Promise<void> {
  copied.value = { document, name }
  taking.value = key
  const isThere = await form.submit()
  taking.value = null
  if (!isThere) return
  await drinks.load()
  const made = id
  id = uuid()
  await navigateTo(`/preps/${made}`)
}
</script>

<template>
  <div v-if="ready" :class="{ open: recording }" class="page-of">
    <div>
      <FruitOnTheWay />
      <div class="spread head">
        <div>
          <h1>{{ t('preps.title') }}</h1>
          <p class="quiet">{{ t('preps.why') }}</p>
        </div>
        <div v-if="session.mayPlan" class="row">
          <v-btn v-if="!picking" data-test="from-label" @click="picking = 'label'">{{ t('label.open') }}</v-btn>
          <v-btn
            v-if="picking !== 'label'"
            :color="next || picking ? undefined : 'primary'"
            data-test="new-prep"
            @click="picking = picking ? null : 'templates'"
            >{{ t(picking ? 'preps.hide' : 'preps.new') }}</v-btn
          >
        </div>
      </div>
      <p v-if="form.said.value" class="caution" role="alert">{{ form.said.value }}</p>
      <p v-if="isGone" class="caution" role="alert" data-test="template-gone">{{ t('preps.templateGone') }}</p>
      <PrepsTemplateList
        v-if="picking === 'templates'"
        :busy="taking"
        :asked="asked"
        @take="(template, name) => take(template.key, template.document, name)"
      />
      <PrepsFromLabel
        v-if="picking === 'label'"
        :busy="taking !== null"
        @take="(document, name) => take('label', document, name)"
        @close="picking = null"
      />
      <p v-if="!preps.shelf.length && drinks.ready && !picking" class="sheet" data-test="empty">
        {{ t(session.mayPlan ? 'preps.empty' : 'preps.emptyCrew') }}
      </p>
      <FieldSearch v-if="preps.shelf.length > MANY" v-model="search" :label="t('preps.search')" test="search-preps" />
      <ul v-if="!picking" class="shelf">
        <li v-for="p in found" :key="p.recipe.id">
          <PrepsPrepCard :prep="p" :scale-ml="scaleMl" :is-next="p.recipe.id === next" @record="recording = p" />
        </li>
      </ul>
    </div>
    <aside v-if="recording" class="sheet" data-test="panel">
      <PrepsMakingForm
        :key="recording.recipe.id"
        :prep="recording"
        @done="recording = null"
        @close="recording = null"
      />
    </aside>
  </div>
</template>

<style scoped>
.head {
  align-items: center;
  flex-wrap: wrap;
  gap: 10px;
  margin: 6px 0 16px;
}
.head > :first-child {
  flex: 1 1 260px;
}
.head .row {
  flex-wrap: wrap;
}
.open {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 420px;
  gap: 18px;
  align-items: start;
}
.shelf {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(240px, 1fr));
  gap: 18px;
}
@media (max-width: 900px) {
  .open {
    grid-template-columns: minmax(0, 1fr);
  }
  .open aside {
    order: -1;
  }
}
@media (max-width: 700px) {
  .shelf {
    gap: 10px;
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
