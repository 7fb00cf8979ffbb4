<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { FAMILIES, startingDrink, type Family } from '#core/recipe'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'

// Where there are no drinks yet: a plain one of each family, worked out, to begin with.
const emit = defineEmits<{ start: [family: Family] }>()
defineProps<{ busy: boolean }>()
const { t } = useI18n()
const { n } = useFormat()
const catalogue = useCatalogue()
const drinks = useDrinks()
const cup = computed(() => catalogue.cups[0])
const starts = computed(() =>
  FAMILIES.flatMap((family) => {
    const document = startingDrink(family, cup.value?.id ?? null, volumeFor(cup.value))
    const { evaluation } = drinks.evaluate(drinks.live(document))
    return evaluation ? [{ family, evaluation }] : []
  }),
)
</script>

<template>
  <section class="starts" data-test="starts">
    <p>{{ t('drinks.startWhy') }}</p>
    <ul>
      <li v-for="s in starts" :key="s.family">
        <button
          type="button"
          class="sheet"
          :disabled="busy"
          :data-test="`start-${s.family}`"
          @click="emit('start', s.family)"
        >
          <DrinksMiniGlass
            :evaluation="s.evaluation"
            :capacity-ml="cup?.capacityMl ?? 400"
            :scale-ml="Math.max(400, cup?.capacityMl ?? 0)"
          />
          <b>{{ t(`family.${s.family}`) }}</b>
          <span class="small quiet"
            >{{ n(s.evaluation.jug.brix.value, 1) }} °Bx<template v-if="s.evaluation.jug.ratio">
              · {{ n(s.evaluation.jug.ratio.value, 1) }} : 1</template
            ></span
          >
          <span class="small">{{ t('drinks.start') }}</span>
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.starts {
  display: grid;
  gap: 12px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  gap: 14px;
}
button {
  width: 100%;
  border: 0;
  font: inherit;
  color: inherit;
  cursor: pointer;
  display: grid;
  gap: 6px;
  justify-items: center;
  text-align: center;
}
</style>
