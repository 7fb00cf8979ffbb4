<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { useSession } from '~/stores/session'
import { useTaste, type PanelView } from '~/stores/taste'

// Blind tests that were made here, the newest first, and the way to a new one.
const { t } = useI18n({ useScope: 'global' })
const { day, time } = useFormat()
const ready = useWords('taste')
const taste = useTaste()
const session = useSession()
useTasteLive()
const names = ({ panel }: PanelView): string => [...new Set(panel.samples.map((s) => s.name))].join(' · ')
const answered = ({ now }: PanelView): number => now.seats.filter((s) => s.answer).length
const stateOf = ({ now, panel }: PanelView): 'open' | 'ended' | 'over' =>
  now.endedAt ? 'ended' : Date.parse(panel.until) < session.now().getTime() ? 'over' : 'open'
</script>

<template>
  <div v-if="ready" class="taste" data-test="taste">
    <section class="sheet stack">
      <div class="spread middle">
        <div>
          <h1>{{ t('taste.title') }}</h1>
          <p class="quiet">{{ t('taste.why') }}</p>
        </div>
        <div class="row">
          <v-btn height="72" variant="text" to="/taste/ladder" data-test="to-ladder">{{ t('taste.toLadder') }}</v-btn>
          <v-btn height="72" color="primary" to="/taste/new" data-test="new-panel">{{ t('taste.begin') }}</v-btn>
        </div>
      </div>
    </section>
    <TasteToday />
    <section v-if="taste.ready && !taste.views.length" class="sheet stack" data-test="taste-empty">
      <p>{{ t('taste.empty') }}</p>
      <p class="quiet">{{ t('taste.emptyWhy') }}</p>
    </section>
    <ul v-else class="plain">
      <li v-for="v in taste.views" :key="v.panel.id">
        <NuxtLink :to="`/taste/${v.panel.id}`" class="sheet panel" data-test="panel">
          <TasteTray :cups="v.panel.servings[0] ?? []" :is-blank="!v.now.endedAt" />
          <span>
            <b class="title">{{ t(`taste.purpose.${v.panel.purpose}`) }}</b>
            <span class="small">{{ t(`taste.kind.${v.panel.kind}`) }}: {{ names(v) }}</span>
            <span class="small quiet">{{ `${day(v.panel.at)} ${time(v.panel.at)} · ${v.panel.by}` }}</span>
          </span>
          <span class="end">
            <b class="num">{{ t('taste.of', { answered: answered(v), seats: v.panel.servings.length }) }}</b>
            <span class="small quiet">{{ t(`taste.state.${stateOf(v)}`) }}</span>
          </span>
        </NuxtLink>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.taste,
.plain {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 14px;
  max-width: 960px;
  margin: 0 auto;
}
.middle {
  align-items: center;
}
.plain {
  list-style: none;
  padding: 0;
  width: 100%;
}
.panel {
  display: grid;
  grid-template-columns: 120px minmax(0, 1fr) auto;
  gap: 16px;
  align-items: center;
  color: var(--ink);
  text-decoration: none;
  min-height: 88px;
}
.panel span > * {
  display: block;
}
.title {
  font: 700 19px/1.2 var(--head);
}
.end {
  text-align: right;
}
@media (max-width: 600px) {
  .panel {
    grid-template-columns: 84px minmax(0, 1fr);
  }
  .end {
    grid-column: 2;
    text-align: left;
  }
}
</style>
