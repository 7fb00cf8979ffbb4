<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { likedOrder } from '#core/sensory'
import type { PanelView } from '~/stores/taste'

// What a panel says, in a sentence and as a picture, with how sure it is.
const props = defineProps<{ view: PanelView }>()
const { t } = useI18n({ useScope: 'global' })
const { n } = useFormat()
const { unitOf } = useTasteWords()
const result = computed(() => props.view.result)
const nameOf = (sample: number): string => props.view.panel.samples[sample]?.name ?? ''
/** Chances as so many of a hundred; what is next to none says so. */
const percent = (p: number): string => (p < 0.001 ? '< 0.1' : n(100 * p, p < 0.1 ? 1 : 0))
const counted = computed(() => (result.value && 'told' in result.value ? result.value : null))
/** Of a preference, the one that more like is named. */
const more = computed(() => {
  const [first] = likedOrder(props.view.panel, result.value)
  return { sample: first!, n: counted.value!.chosen[first!]! }
})
const sentence = computed(() => {
  const of = counted.value
  if (!of) return ''
  const isLiked = of.kind === 'preference'
  const words = {
    right: isLiked ? more.value.n : of.told.right,
    n: of.told.n,
    name: isLiked ? nameOf(more.value.sample) : '',
  }
  return t(`taste.${of.told.differs ? 'differs' : 'notTold'}.${of.kind}`, words)
})
const ranked = computed(() => (result.value?.kind === 'ranking' ? result.value : null))
const order = computed(() => ranked.value?.order.map(nameOf).join(' · ') ?? '')
const rankMost = computed(() => Math.max(1, ...(ranked.value?.ranked.sums ?? [])))
/** px at most of a taster’s cup, with its gap. */
const DOT_PX = 68
const guessed = computed(() => (result.value?.kind === 'guess' ? result.value : null))
const rightRows = computed(() => (result.value?.kind === 'just-right' ? result.value.of : []))
</script>

<template>
  <section class="sheet stack" data-test="taste-result">
    <h2>{{ t('taste.result') }}</h2>
    <p v-if="!result" class="quiet">{{ t('taste.nobody') }}</p>
    <template v-if="counted">
      <p class="said" data-test="result-sentence">{{ sentence }}</p>
      <div class="dots" aria-hidden="true" :style="{ maxWidth: `${counted.told.n * DOT_PX}px` }">
        <i
          v-for="i in counted.told.n"
          :key="i"
          :class="{ full: i <= (counted.kind === 'preference' ? more.n : counted.told.right) }"
        />
        <span
          v-if="counted.told.fewest"
          class="mark"
          :style="{ left: `${(100 * counted.told.fewest) / counted.told.n}%` }"
        >
          <small>{{ t('taste.needed') }}</small>
        </span>
      </div>
      <p class="small">{{ t('taste.chance', { p: percent(counted.told.chance) }) }}</p>
      <p v-if="counted.told.fewest === null" class="small">{{ t('taste.tooFew') }}</p>
      <p v-if="counted.kind !== 'preference' && !counted.told.differs" class="small" data-test="may-tell">
        {{ t('taste.mayTell', { most: n(100 * counted.told.tell.most) }) }}
      </p>
      <p v-else-if="counted.kind !== 'preference'" class="small">
        {{ t('taste.canTell', { seen: n(100 * counted.told.tell.seen), least: n(100 * counted.told.tell.least) }) }}
      </p>
    </template>
    <template v-if="ranked">
      <p class="said" data-test="result-sentence">
        {{ t(ranked.ranked.differs ? 'taste.rankDiffers' : 'taste.rankSame', { order }) }}
      </p>
      <table class="rows">
        <tbody>
          <tr v-for="s in ranked.order" :key="s">
            <td>{{ nameOf(s) }}</td>
            <td class="bar" aria-hidden="true">
              <i :style="{ width: `${(100 * ranked.ranked.sums[s]!) / rankMost}%` }" />
            </td>
            <td class="r num">{{ n(ranked.ranked.sums[s]!, Number.isInteger(ranked.ranked.sums[s]!) ? 0 : 1) }}</td>
          </tr>
        </tbody>
      </table>
      <p class="small quiet">{{ t('taste.rankSum') }}</p>
      <p v-for="[a, b] in ranked.ranked.apart" :key="`${a} ${b}`" class="small">
        {{ t('taste.apart', { a: nameOf(a), b: nameOf(b) }) }}
      </p>
      <p class="small">{{ t('taste.chance', { p: percent(ranked.ranked.chance) }) }}</p>
    </template>
    <table v-if="rightRows.length" class="rows" data-test="result-right">
      <tbody>
        <tr v-for="r in rightRows" :key="`${r.sample} ${r.property}`">
          <td>{{ nameOf(r.sample) }}</td>
          <td>{{ t(`taste.property.${r.property}`) }}</td>
          <td class="steps" aria-hidden="true">
            <i
              v-for="(c, i) in r.right.counts"
              :key="i"
              :class="{ middle: i === 2 }"
              :style="{ height: `${(30 * c) / r.right.n}px` }"
            />
          </td>
          <td class="r">{{ t('taste.rightCount', { right: r.right.counts[2], n: r.right.n }) }}</td>
          <td>
            <b v-if="r.right.wants">{{ t(`taste.wants.${r.right.wants}`) }}</b><span v-else class="small quiet">{{
              t('taste.wantsNothing')
            }}</span>
          </td>
        </tr>
      </tbody>
    </table>
    <TasteReach
      v-if="guessed"
      :words="guessed.words"
      :guesses="guessed.guesses"
      :unit="unitOf(view.panel.asked)"
      :digits="view.panel.asked === 'sour' ? 2 : 1"
    />
    <p v-if="result && !view.now.isBlind" class="caution" role="note" data-test="not-blind">
      {{ t('taste.notBlind') }}
    </p>
    <p v-if="view.atTablet" class="small quiet" data-test="at-tablet">
      {{ t('taste.onTablet', { n: view.atTablet }) }}
    </p>
    <p v-for="x in view.now.thrown" :key="x.sample" class="caution" role="note">
      {{ t('taste.thrown', { name: nameOf(x.sample), reason: x.reason }) }}
    </p>
    <p v-if="view.now.again.length" class="small quiet">
      {{ t('taste.again', { n: view.now.again.length }, view.now.again.length) }}
    </p>
  </section>
</template>

<style scoped>
.said {
  font: 700 22px/1.25 var(--head);
}
.dots {
  position: relative;
  display: flex;
  gap: 4px;
  padding-bottom: 22px;
}
.dots i {
  flex: 1 1 0;
  height: 30px;
  border: 2px solid var(--ink);
  border-radius: 0 0 9px 9px;
  border-top-width: 0;
}
.dots i.full {
  background: var(--zest);
}
.mark {
  position: absolute;
  top: -4px;
  bottom: 0;
  border-left: 2px dashed var(--hibiscus);
}
.mark small {
  position: absolute;
  bottom: 0;
  right: 4px;
  color: var(--hibiscus);
}
.bar {
  width: 40%;
}
.bar i {
  display: block;
  height: 18px;
  background: var(--zest);
  border: 1px solid var(--ink);
}
.steps {
  display: flex;
  align-items: end;
  gap: 3px;
  height: 34px;
}
.steps i {
  width: 14px;
  min-height: 1px;
  background: var(--rule);
  border: 1px solid var(--ink);
}
.steps i.middle {
  background: var(--leaf);
}
</style>
