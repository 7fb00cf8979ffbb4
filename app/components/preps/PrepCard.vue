<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { PrepOnShelf } from '~/stores/preps'
import { useSession } from '~/stores/session'
import { usePlan } from '~/stores/plan'
import { fillOf } from '~/utils/colours'

/** A prep on the shelf: what is there, what the plan needs, until when; a short one is to be made. */
const props = defineProps<{ prep: PrepOnShelf; scaleMl: number; isNext: boolean }>()
const emit = defineEmits<{ record: [] }>()
const { t } = useI18n()
const { amount, calendarDay } = useFormat()
const session = useSession()
const plan = usePlan()
const ml = (v: number): string => (v >= 1000 ? amount(v / 1000, 'L') : amount(v, 'mL', 0))
const needMl = computed(() => props.prep.todayMl + props.prep.tomorrowMl)
const fill = computed(() => fillOf(`prep:${props.prep.recipe.id}`))
const soonest = computed(() => props.prep.lots.find((l) => l.useBy)?.useBy ?? null)
const canMake = computed(() => !!props.prep.recipe.standard && !!props.prep.evaluation)
</script>

<template>
  <article class="card" data-test="prep" :data-prep="prep.recipe.id" :class="{ short: prep.shortMl > 0 }">
    <NuxtLink :to="`/preps/${prep.recipe.id}`" class="face">
      <PrepsPrepJar
        :on-hand-ml="prep.onHandMl"
        :today-ml="prep.todayMl"
        :need-ml="needMl"
        :scale-ml="scaleMl"
        :fill="fill"
        :label="t('preps.jar', { name: prep.recipe.name, ml: ml(prep.onHandMl), need: ml(needMl) })"
      />
      <span class="board" aria-hidden="true" />
      <b class="title">{{ prep.recipe.name }}</b>
    </NuxtLink>
    <p>
      <b class="num">{{ prep.onHandMl > 0 ? t('preps.onHand', { ml: ml(prep.onHandMl) }) : t('preps.none') }}</b>
      <template v-if="needMl > 0">
        ·
        <span :class="{ over: prep.shortMl > 0 }">{{
          prep.shortMl > 0 ? t('preps.short', { ml: ml(prep.shortMl) }) : t('preps.enough')
        }}</span></template
      >
    </p>
    <p class="small quiet">
      {{
        needMl > 0
          ? [
              prep.todayMl > 0 ? t('preps.today', { ml: ml(prep.todayMl) }) : '',
              prep.tomorrowMl > 0 ? t('preps.tomorrow', { ml: ml(prep.tomorrowMl) }) : '',
            ]
              .filter(Boolean)
              .join(' · ')
          : t('preps.noNeed')
      }}
    </p>
    <p v-if="soonest" class="small" :class="{ over: soonest < plan.today }">
      {{ t(soonest < plan.today ? 'preps.past' : 'preps.until', { day: calendarDay(soonest) }) }}
    </p>
    <p v-if="!prep.evaluation" class="small over">{{ t('preps.cannot') }}</p>
    <p v-else-if="!prep.recipe.standard" class="small quiet">{{ t('preps.unsigned') }}</p>
    <v-btn
      v-if="canMake && session.person"
      :color="isNext ? 'primary' : undefined"
      class="act-here"
      :data-test="isNext ? 'record-next' : 'record'"
      @click="emit('record')"
      >{{ t('preps.record') }}</v-btn
    >
  </article>
</template>

<style scoped>
.card {
  display: grid;
  gap: 4px;
  align-content: start;
  background: var(--sheet);
  border-radius: 18px;
  padding: 18px 16px 16px;
}
.face {
  color: var(--ink);
  text-decoration: none;
  display: grid;
}
.face:hover .title {
  text-decoration: underline;
  text-decoration-thickness: 2px;
  text-underline-offset: 4px;
}
.board {
  height: 5px;
  border-radius: 3px;
  background: var(--ink);
  margin: -2px 6px 10px;
}
.title {
  font: 700 18px/1.2 var(--head);
}
.over {
  color: var(--hibiscus);
  font-weight: 600;
}
.act-here {
  margin-top: 8px;
}
</style>
