<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { phEstimate, type Stream } from '#core/process'
import { streamFigures } from '#core/recipe'

// All that can be said of a stream; every number opens to its sum.
const props = defineProps<{ stream: Stream; name: string }>()
const { t } = useI18n()
const { n } = useFormat()
const { ofCode } = useSentence()
const figures = computed(() => streamFigures(props.stream, props.name))
const ph = computed(() => phEstimate(props.stream))
</script>

<template>
  <div v-if="figures.mass.value > 0" class="stack" data-test="figures">
    <dl class="figures">
      <div>
        <dt>{{ t('figure.mass') }}</dt>
        <dd><FigureButton :figure="figures.mass" :digits="1" /></dd>
      </div>
      <div>
        <dt>{{ t('figure.volume') }}</dt>
        <dd><FigureButton :figure="figures.volume" :digits="1" /></dd>
      </div>
      <div>
        <dt>{{ t('figure.brix') }}</dt>
        <dd><FigureButton :figure="figures.brix" :digits="1" /></dd>
      </div>
      <div>
        <dt>{{ t('figure.ta') }}</dt>
        <dd><FigureButton :figure="figures.ta" :digits="2" /></dd>
      </div>
      <div v-if="figures.ratio">
        <dt>{{ t('figure.ratio') }}</dt>
        <dd><FigureButton :figure="figures.ratio" :digits="1" /></dd>
      </div>
      <div>
        <dt>{{ t('figure.sweetness') }}</dt>
        <dd><FigureButton :figure="figures.sweetness" :digits="1" /></dd>
      </div>
      <div>
        <dt>{{ t('figure.ph') }}</dt>
        <dd>
          <FigureButton
            :figure="figures.ph"
            :shown-as="t('lab.range', { low: n(ph.low, 1), high: n(ph.high, 1) })"
            unit=""
          />
        </dd>
      </div>
      <div>
        <dt>{{ t('figure.temperature') }}</dt>
        <dd><FigureButton :figure="figures.temp" :digits="1" /></dd>
      </div>
      <div>
        <dt>{{ t('lab.boils') }}</dt>
        <dd><FigureButton :figure="figures.boils" :digits="1" /></dd>
      </div>
      <div>
        <dt>{{ t('lab.freezes') }}</dt>
        <dd><FigureButton :figure="figures.freezes" :digits="1" /></dd>
      </div>
    </dl>
    <p v-for="d in ph.doubts" :key="d" class="small quiet">{{ ofCode(d) }}</p>
  </div>
</template>

<style scoped>
.figures {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(128px, 1fr));
  gap: 8px 14px;
  margin: 0;
}
dt {
  font-size: 13px;
  color: var(--quiet);
  line-height: 1.2;
}
dd {
  margin: 0;
  font-size: 18px;
}
</style>
