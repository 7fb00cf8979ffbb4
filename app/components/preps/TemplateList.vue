<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { shippedContext, evaluateRecipe, itemKey } from '#core/recipe'
import { TEMPLATE_FAMILIES, TEMPLATES, type Template } from '#core/templates'
import { fillOf } from '~/utils/colours'
import { matches } from '~/utils/words'

// Ways of making a prep by family, each with a line and its stream: what goes in, to scale by weight, and what comes out.
const props = defineProps<{ busy: string | null; asked?: string }>()
const emit = defineEmits<{ take: [template: Template, name: string] }>()
const { t } = useI18n()
const { amount, n, name } = useFormat()
const search = ref('')
const context = shippedContext({})
const made = computed(() =>
  TEMPLATES.map((template) => {
    const e = evaluateRecipe(template.document, context)
    return {
      template,
      parts: e.bill.own.map((take) => ({ key: itemKey(take.item), g: take.mass.value })),
      outMl: e.jug.volume.value,
      brix: e.jug.brix.value,
      hand: e.handMin,
    }
  }),
)
const list = useTemplateRef<HTMLElement>('list')
onMounted(() => {
  if (props.asked) list.value?.querySelector(`[data-test="template-${CSS.escape(props.asked)}"]`)?.scrollIntoView()
})
const families = computed(() =>
  TEMPLATE_FAMILIES.map((family) => ({
    family,
    rows: made.value.filter(
      ({ template: { key, family: of } }) =>
        of === family &&
        (!search.value.trim() || matches(search.value, t(`template.${key}.name`), t(`template.${key}.line`))),
    ),
  })).filter((f) => f.rows.length),
)
</script>

<template>
  <section ref="list" class="sheet stack" data-test="templates">
    <FieldSearch v-model="search" :label="t('preps.search')" test="search-templates" />
    <p v-if="!families.length" class="quiet">{{ t('find.none', { text: search }) }}</p>
    <section v-for="f in families" :key="f.family" class="family">
      <h2>{{ t(`templateFamily.${f.family}`) }}</h2>
      <ul>
        <li v-for="r in f.rows" :key="r.template.key">
          <button
            type="button"
            class="face"
            :data-test="`template-${r.template.key}`"
            :disabled="busy !== null"
            @click="emit('take', r.template, t(`template.${r.template.key}.name`))"
          >
            <b>{{ t(`template.${r.template.key}.name`) }}</b>
            <span class="strip" aria-hidden="true"
              ><i
                v-for="p in r.parts"
                :key="p.key"
                :style="{ flexGrow: p.g, background: fillOf(p.key) }"
                :title="name(p.key)"
            /></span>
            <span class="small">{{ t(`template.${r.template.key}.line`) }}</span>
            <span v-for="s in r.template.schools" :key="s" class="small quiet"
              >· {{ t(`template.${r.template.key}.school.s${s}`) }}</span
            >
            <span class="small quiet num"
              >{{ amount(r.outMl / 1000, 'L') }} · {{ n(r.brix, 1) }} °Bx ·
              {{ t('preps.hands', { min: n(r.hand) }) }}</span
            >
          </button>
        </li>
      </ul>
    </section>
  </section>
</template>

<style scoped>
.family ul {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(290px, 1fr));
  gap: 10px;
}
.face {
  width: 100%;
  height: 100%;
  display: grid;
  gap: 4px;
  align-content: start;
  text-align: left;
  background: var(--paper);
  border: 2px solid transparent;
  border-radius: 14px;
  padding: 12px 14px;
  font: inherit;
  color: inherit;
  cursor: pointer;
  line-height: 1.35;
}
.face:hover {
  border-color: var(--ink);
}
.strip {
  display: flex;
  height: 14px;
  border: 2px solid var(--ink);
  border-radius: 5px;
  overflow: hidden;
}
.strip i {
  flex-basis: 0;
}
.strip i + i {
  border-left: 1.5px solid var(--ink);
}
</style>
