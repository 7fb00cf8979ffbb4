<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { DISCRIMINATING, PANEL_KINDS, PURPOSES, RIGHTNESS } from '#core/sensory/words'

// A blind test is set up: what for, how, of what, and by how many; and what so many tongues can say.
const { t } = useI18n({ useScope: 'global' })
const { n } = useFormat()
const ready = useWords('taste')
useTasteLive()
const panel = useNewPanel()
const text = reactive({ tasters: '6', cupMl: '30' })
const { purpose, kind, asked, samples, choices, bounds } = panel
const items = useChoices()
/** What is learned has a page of its own. */
const purposes = computed(() =>
  items(
    PURPOSES.filter((p) => p !== 'trainer'),
    'taste.purpose',
  ),
)
const kinds = computed(() => items(PANEL_KINDS, 'taste.kind'))
const isCounted = computed(() => (DISCRIMINATING as readonly string[]).includes(kind.value))
/** So sure is sure enough to say it. */
const FINDS = 0.8
</script>

<template>
  <form v-if="ready" class="new sheet stack" novalidate data-test="panel-form" @submit.prevent="panel.save()">
    <NuxtLink to="/taste" class="small">← {{ t('taste.back') }}</NuxtLink>
    <h1>{{ t('taste.begin') }}</h1>
    <p v-if="panel.about.value" data-test="panel-about">{{ panel.about.value.note }}</p>
    <v-select v-model="purpose" :items="purposes" :label="t('taste.purpose.label')" data-test="panel-purpose" />
    <v-select v-model="kind" :items="kinds" :label="t('taste.kind.label')" data-test="panel-kind" />
    <p class="small quiet">{{ t(`taste.kindWhy.${kind}`) }}</p>
    <FieldChoice
      v-if="panel.asksOne.value"
      v-model="asked"
      :label="t('taste.asked')"
      :items="items(RIGHTNESS, 'taste.property')"
      test="panel-asked"
    />
    <h2>{{ t('taste.samples') }}</h2>
    <p v-if="purpose === 'batch' && !panel.about.value" class="small quiet">{{ t('taste.about.batch') }}</p>
    <fieldset v-for="(s, i) in samples" :key="i" class="sample" :data-test="`sample-${i}`">
      <legend>{{ t('taste.sample', { n: i + 1 }) }}</legend>
      <v-autocomplete
        v-model="s.choice"
        :items="choices"
        clearable
        :label="t('taste.fromShelf')"
        hide-details
        :data-test="`sample-choice-${i}`"
      />
      <v-text-field
        v-if="!s.choice"
        v-model="s.other"
        :label="t('taste.orOther')"
        maxlength="80"
        hide-details
        :data-test="`sample-other-${i}`"
      />
      <v-text-field
        v-if="!s.choice"
        v-model="s.allergens"
        :label="t('taste.allergensTyped')"
        maxlength="120"
        hide-details
        :data-test="`sample-allergens-${i}`"
      />
      <v-btn v-if="samples.length > bounds[0]" height="48" variant="text" @click="panel.drop(i)">{{
        t('taste.dropSample', { name: panel.sampleOf(s)?.name ?? t('taste.sample', { n: i + 1 }) })
      }}</v-btn>
    </fieldset>
    <v-btn v-if="samples.length < bounds[1]" height="48" data-test="add-sample" @click="panel.add()">{{
      t('taste.addSample')
    }}</v-btn>
    <div class="two">
      <FieldAmountField
        v-model="text.tasters"
        :label="t('taste.tasters')"
        unit=""
        :error="panel.form.fields.value.tasters"
        test="panel-tasters"
        @number="(v: number | null) => (panel.tasters.value = v)"
      />
      <FieldAmountField
        v-model="text.cupMl"
        :label="t('taste.cupMl')"
        unit="mL"
        :error="panel.form.fields.value.cupMl"
        test="panel-cup"
        @number="(v: number | null) => (panel.cupMl.value = v)"
      />
    </div>
    <p class="small quiet">{{ t('taste.even', { n: panel.even.value }) }}</p>
    <template v-if="isCounted && panel.says.value">
      <p v-if="panel.says.value.isTwo" class="caution" role="note">{{ t('taste.two') }}</p>
      <p v-else-if="panel.says.value.fewest === null" class="caution" role="note" data-test="too-few">
        {{ t('taste.tooFew') }}
      </p>
      <p v-else data-test="fewest">
        {{ t('taste.fewest', { fewest: panel.says.value.fewest, n: panel.tasters.value ?? 0 }) }}
        <span v-if="panel.says.value.finds >= FINDS" class="quiet">
          {{ t('taste.power', { n: n(panel.tasters.value ?? 0) }) }}</span
        >
      </p>
    </template>
    <p v-if="panel.isTold.value && panel.wrong.value" class="caution" role="alert" data-test="panel-wrong">
      {{ panel.wrong.value }}
    </p>
    <p v-if="panel.form.said.value" class="caution" role="alert">{{ panel.form.said.value }}</p>
    <v-btn type="submit" color="primary" height="72" :loading="panel.form.busy.value" data-test="panel-save">{{
      t('taste.save')
    }}</v-btn>
  </form>
</template>

<style scoped>
.new {
  max-width: 760px;
  margin: 0 auto;
}
.sample {
  border: 1px solid var(--rule);
  border-radius: 12px;
  padding: 10px 14px;
  display: grid;
  gap: 10px;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}
</style>
