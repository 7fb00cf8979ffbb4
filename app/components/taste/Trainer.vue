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
  type Rightness,
} from '#core/sensory'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'
import { useTaste } from '~/stores/taste'
import { uuid } from '~/utils/api'

// The ladder is learned: two cups at a time, which is more? Somebody else sets the cups out by their codes.
const props = defineProps<{ of: LadderOf; ladder: Ladder; unit: string; digits: number; kind: LessonKind }>()
const { t } = useI18n({ useScope: 'global' })
const { n } = useFormat()
const session = useSession()
const taste = useTaste()
const seed = crypto.getRandomValues(new Int32Array(1))[0]!
const lesson = lessonOf(props.ladder.rungs.length, seed, taste.codesToday, props.kind)
const isSet = ref(false)
const at = ref(0)
const answers = ref<Compared[]>([])
const last = ref<boolean | null>(null)
const pair = computed(() => lesson.pairs[at.value] ?? null)
/** What a step is, as it is in these cups. */
const step = computed(() => {
  const of = props.ladder.rungs.map((r) => (props.of === 'ta' ? r.ta : r.brix))
  return (of.at(-1)! - of[0]!) / (of.length - 1)
})
const word = computed((): Rightness => (props.of === 'ta' ? 'sour' : props.of === 'brix' ? 'sweet' : 'strong'))
const form = useSubmit(async (key) => {
  const unit = props.of === 'ta' ? ('ta' as const) : ('brix' as const)
  const told = answers.value.map((a) => ({ ...a, apart: Math.round(a.apart * 1e4) / 1e4 }))
  const body = {
    id: uuid(),
    standId: session.standId,
    of: word.value,
    unit,
    answers: told,
    at: session.now().toISOString(),
  }
  await useOutbox().keep('postTraining', { key, body })
  await taste.loadTrainings()
})
async function say(rung: number): Promise<void> {
  const of = comparedOf(pair.value!, rung, step.value)
  last.value = of.right
  answers.value = [...answers.value, of]
  at.value++
  if (!pair.value) await form.submit()
}
const threshold = computed(() => thresholdOf(answers.value))
const { tongue } = useTongue()
</script>

<template>
  <section class="sheet stack" data-test="trainer">
    <h2>{{ t('taste.trainer.title') }}</h2>
    <template v-if="!isSet">
      <p>{{ t('taste.trainer.set') }}</p>
      <ol class="codes">
        <li v-for="(code, i) in lesson.codes" :key="code">
          {{ t('taste.ladder.cup', { n: i + 1 }) }} <b class="num">{{ code }}</b>
        </li>
      </ol>
      <v-btn height="72" color="primary" data-test="lesson-set" @click="isSet = true">{{
        t('taste.trainer.begin')
      }}</v-btn>
    </template>
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
      <p v-if="form.said.value" class="caution" role="alert">{{ form.said.value }}</p>
    </template>
  </section>
</template>

<style scoped>
.codes {
  columns: 2;
  margin: 0;
  padding-left: 20px;
}
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
