<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import {
  comparedOf,
  lessonOf,
  thresholdOf,
  type Compared,
  type Ladder,
  type LadderOf,
  type LessonKind,
} from '#core/sensory'
import { useTaste } from '~/stores/taste'

// The ladder is learned: two cups at a time, which is more? Somebody else sets the cups out by their codes.
const props = defineProps<{ of: LadderOf; ladder: Ladder; unit: string; digits: number; kind: LessonKind }>()
const { t } = useI18n({ useScope: 'global' })
const { n } = useFormat()
const { word, measured, seed, save, said } = useTraining(props.of, props.ladder)
const lesson = lessonOf(measured.length, seed, useTaste().codesToday, props.kind)
const isSet = ref(false)
const at = ref(0)
const answers = ref<Compared[]>([])
const last = ref<boolean | null>(null)
const pair = computed(() => lesson.pairs[at.value] ?? null)
/** What a step is, as it is in these cups. */
const step = (measured.at(-1)! - measured[0]!) / (measured.length - 1)
async function say(rung: number): Promise<void> {
  const of = comparedOf(pair.value!, rung, step)
  last.value = of.right
  answers.value = [...answers.value, of]
  at.value++
  if (!pair.value) await save({ answers: answers.value.map((a) => ({ ...a, apart: kept(a.apart) })) })
}
const threshold = computed(() => thresholdOf(answers.value))
const { tongue } = useTongue()
</script>

<template>
  <section class="sheet stack" data-test="trainer">
    <h2>{{ t('taste.trainer.title') }}</h2>
    <TasteLessonCups v-if="!isSet" :codes="lesson.codes" :why="t('taste.trainer.set')" @set="isSet = true" />
    <template v-else-if="pair">
      <p class="small quiet">{{ t('taste.trainer.pair', { n: at + 1, of: lesson.pairs.length }) }}</p>
      <p v-if="last !== null" role="status" class="small" data-test="lesson-last">
        {{ t(last ? 'taste.trainer.right' : 'taste.trainer.wrong') }}
      </p>
      <h3>{{ t('taste.answer.more', { what: t(`taste.property.${word}`) }) }}</h3>
      <div class="two">
        <v-btn
          v-for="rung in pair.cups"
          :key="rung"
          height="96"
          :data-rung="rung"
          data-test="lesson-cup"
          @click="say(rung)"
          >{{ lesson.codes[rung] }}</v-btn
        >
      </div>
      <p class="small quiet">{{ t('taste.answer.rest') }}</p>
    </template>
    <template v-else>
      <p class="said" data-test="lesson-end">{{ tongue(threshold!, unit, digits) }}</p>
      <p class="small">
        {{ t('taste.trainer.rightOf', { n: answers.filter((a) => a.right).length, of: answers.length }) }}
        {{ t('taste.trainer.guessed', { p: n(100 * threshold!.guessed, 1) }) }}
      </p>
      <p v-if="said" class="caution" role="alert">{{ said }}</p>
    </template>
  </section>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}
.two .v-btn {
  font-size: 30px;
}
.said {
  font: 700 22px/1.25 var(--head);
}
</style>
