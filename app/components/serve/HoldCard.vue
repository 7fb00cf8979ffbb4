<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { frozenShareOf, iceVolumeMl } from '#core/hold'
import type { CupSize } from '#core/scale'
import { useServe, type HoldView } from '~/stores/serve'

// A vessel at the hatch: how high it stands, how strong the next cup is, when it needs somebody, and its cups.
const props = defineProps<{ view: HoldView; scaleMl: number; now: string }>()
const emit = defineEmits<{ ask: [what: 'ice' | 'fill' | 'empty'] }>()
const { t } = useI18n({ useScope: 'global' })
const { amount, n, name, time } = useFormat()
const serve = useServe()
const { ofError } = useSentence()
const now = computed(() => props.now)
const hand = useHold(() => props.view, now)
const { stockMl, fillInMin, beginInMin } = hand
const {
  content,
  levelMl,
  strength,
  sizes,
  becomes,
  inMinutes,
  clocks,
  over,
  mustWash,
  mustComeOut,
  isWeak,
  cups,
  fill,
  marks,
} = hand
const iceG = computed(() => content.value?.iceG ?? 0)
const iceMl = computed(() => iceVolumeMl(content.value?.drink ?? null, iceG.value))
const frozen = computed(() => (content.value ? frozenShareOf(content.value) : 0))
const label = computed(() =>
  t('serve.vesselLabel', {
    name: props.view.recipe?.name ?? '',
    ml: amount(levelMl.value / 1000, 'L', 1),
    of: amount(props.view.hold.vessel.capacityMl / 1000, 'L', 1),
    ice: amount(iceG.value, 'g', 0),
  }),
)
/** Where its strength lies between none and a little over the standard's. */
const scaleOf = (brix: number): string => {
  const most = (props.view.standard?.jug.brix.value ?? 10) * 1.15
  return `${Math.min(100, Math.max(0, (100 * brix) / most))}%`
}
/** When somebody has to see to it, and why; then what else is to come. */
const soon = computed((): string[] => {
  const b = becomes.value
  if (!b) return [t('serve.paceUnknown')]
  const by = inMinutes(fillInMin.value)
  const isWeakFirst = b.tooWeakMin !== null && b.tooWeakMin === fillInMin.value
  const warm = over.value ? null : inMinutes(b.tooWarmMin)
  const empty = isWeakFirst ? inMinutes(b.emptyMin) : null
  return [
    ...(by ? [t(isWeakFirst ? 'serve.fillByWeak' : 'serve.fillByEmpty', { time: time(by) })] : []),
    ...(empty ? [t('serve.emptyAt', { time: time(empty) })] : []),
    ...(warm ? [t('serve.warmAt', { time: time(warm) })] : []),
    ...(b.last ? [t('serve.lastGuest', { brix: amount(b.last.brix, '°Bx', 1) })] : []),
  ]
})
const mine = computed(() => serve.poursOf(props.view.hold.id))
const last = computed(() => mine.value.find((p) => !p.isTogether) ?? null)
const justNow = computed(() => (last.value && serve.tally?.id === last.value.id ? last.value.cups : 0))
const said = ref('')
async function doing(act: () => Promise<unknown>): Promise<void> {
  said.value = ''
  try {
    await act()
  } catch (e) {
    said.value = ofError(e)
  }
}
/** What the next guests chose; it stays until it is touched again. */
const options = ref<string[]>([])
const pour = (size: CupSize): Promise<void> => {
  const { id, versionId } = props.view.hold
  return doing(() => serve.pour({ ...size, holdId: id, versionId, options: options.value }))
}
const soldOut = computed(() => serve.soldOutOf(props.view.hold.recipeId))
const toldLevel = ref<string | null>(null)
const stoodAt = ref(0)
function level(volumeMl: number): Promise<void> {
  return doing(async () => {
    stoodAt.value = volumeMl
    toldLevel.value = await serve.tell(props.view.hold.id, { kind: 'level', volumeMl })
  })
}
function takeBack(): Promise<void> {
  return doing(async () => {
    await serve.tell(props.view.hold.id, { kind: 'void', event: toldLevel.value! })
    toldLevel.value = null
  })
}
</script>

<template>
  <li class="sheet hold" data-test="hold" :data-hold="view.hold.id">
    <div class="spread head">
      <NuxtLink :to="`/serve/${view.hold.id}`" class="title">{{ view.recipe?.name }}</NuxtLink>
      <span class="small quiet">{{ view.hold.vessel.name }}</span>
    </div>
    <div class="two">
      <ServeVessel
        :capacity-ml="view.hold.vessel.capacityMl"
        :level-ml="levelMl"
        :ice-ml="iceMl"
        :fill="fill"
        :scale-ml="scaleMl"
        :label="label"
        :marks="marks"
        @level="level"
      />
      <div class="figures">
        <template v-if="strength">
          <span class="small quiet">{{ t('serve.nextCup') }}</span>
          <b class="num big" data-test="next-brix">{{ amount(strength.brix, '°Bx', 1) }}</b>
          <span v-if="view.standard" class="scale" aria-hidden="true">
            <i class="least" :style="{ width: scaleOf(view.bounds!.leastBrix) }" />
            <i class="tick" :style="{ left: scaleOf(view.standard.jug.brix.value) }" />
            <i class="dot" :style="{ left: scaleOf(strength.brix) }" />
          </span>
          <span v-if="view.standard" class="small">{{
            t('serve.standard', { brix: amount(view.standard.jug.brix.value, '°Bx', 1) })
          }}</span>
          <span class="num">{{ amount(strength.tempC, '°C', 1) }}</span>
          <span v-if="frozen > 0" class="small num" data-test="frozen">{{
            t('serve.slush.frozen', { share: n(100 * frozen, 0) + ' %' })
          }}</span>
        </template>
        <span
          ><span class="num" data-test="hold-level">{{ amount(levelMl / 1000, 'L', 1) }}</span>
          <span v-if="iceG > 1" class="small num"> · {{ t('serve.iceIn') }} {{ amount(iceG, 'g', 0) }}</span></span
        >
        <b data-test="cups-left">{{ t('serve.left', { n: cups }, cups) }}</b>
      </div>
    </div>
    <p class="small soon">
      <span v-for="s in soon" :key="s">{{ s }}</span>
      <span v-for="c in clocks" :key="c.kind">{{ t(`serve.clock.${c.kind}`, { time: time(c.endsAt) }) }}</span>
    </p>
    <p v-if="beginInMin !== null" class="begin" data-test="begin-batch">
      <span>{{
        beginInMin > 0 ? t('serve.beginBy', { time: time(inMinutes(beginInMin)!) }) : t('serve.beginNow')
      }}</span>
      <v-btn height="72" :to="`/make?begin=${view.hold.recipeId}`" data-test="to-make">{{ t('serve.begin') }}</v-btn>
    </p>
    <p v-else-if="stockMl > 0" class="small quiet">
      {{ t('serve.stock', { litres: amount(stockMl / 1000, 'L', 1) }) }}
    </p>
    <p v-if="over" class="caution" role="alert" data-test="over">
      {{ t(`serve.over.${over}`) }}
      <v-btn height="72" data-test="throw-now" @click="emit('ask', 'empty')">{{ t('serve.throwNow') }}</v-btn>
    </p>
    <p v-else-if="isWeak" class="caution" role="alert" data-test="weak">{{ t('serve.weak') }}</p>
    <p v-for="e in mustComeOut" :key="e.id" class="caution" role="alert" data-test="slices-out">
      {{ t('serve.laid.now', { name: name(e.item) }) }}
      <v-btn
        height="72"
        data-test="take-out"
        @click="doing(() => serve.tell(view.hold.id, { kind: 'out', event: e.id }))"
        >{{ t('serve.laid.out') }}</v-btn
      >
    </p>
    <p v-if="mustWash" class="caution" role="alert" data-test="must-wash">{{ t('serve.over.wash') }}</p>
    <p v-if="content?.odd.length" class="caution" role="alert" data-test="odd">{{ t('serve.odd') }}</p>
    <p v-if="!view.standard" class="caution" role="alert" data-test="unsound">{{ t('serve.unsound') }}</p>
    <p v-if="soldOut" class="small" data-test="is-sold-out">{{ t('serve.soldOutAt', { time: time(soldOut.at) }) }}</p>
    <p v-if="said" class="caution" role="alert">{{ said }}</p>
    <p v-if="toldLevel" class="small told" data-test="level-told">
      {{ t('serve.levelTold', { ml: amount(stoodAt / 1000, 'L', 1) }) }}
      <v-btn height="72" variant="text" data-test="level-back" @click="takeBack">{{ t('serve.undo') }}</v-btn>
    </p>
    <ServeOptions v-model="options" :standard="view.standard" />
    <div class="pours">
      <v-btn
        v-for="(s, i) in sizes"
        :key="`${s.cupId} ${s.drinkMl}`"
        :color="i === 0 ? 'primary' : undefined"
        height="84"
        class="pour"
        data-test="pour"
        @click="pour(s)"
        >{{ t('serve.pour', { ml: amount(s.drinkMl, 'mL', 0) }) }}</v-btn
      >
      <v-btn
        height="84"
        class="less"
        :disabled="!last"
        data-test="one-less"
        @click="last && doing(() => serve.unpour(last!))"
      >
        {{ t('serve.oneLess') }}<b v-if="justNow" class="num tally" data-test="just-now">{{ n(justNow) }}</b>
      </v-btn>
    </div>
    <div class="acts">
      <v-btn v-if="view.hold.way === 'iced'" height="72" data-test="add-ice" @click="emit('ask', 'ice')">{{
        t('serve.ice')
      }}</v-btn>
      <v-btn height="72" data-test="fill-up" @click="emit('ask', 'fill')">{{ t('serve.fill') }}</v-btn>
      <v-btn
        height="72"
        data-test="sold-out"
        @click="doing(() => serve.sellOut(view.hold.recipeId, view.hold.versionId))"
        >{{ t(soldOut ? 'serve.isBack' : 'serve.soldOut') }}</v-btn
      >
      <v-btn height="72" :to="`/serve/${view.hold.id}`" data-test="hold-more">{{ t('serve.more') }}</v-btn>
    </div>
  </li>
</template>

<style scoped>
.hold {
  min-width: 0;
  padding: 14px;
  display: grid;
  gap: 8px;
  align-content: start;
}
.title {
  font: 700 20px/1.2 var(--head);
  text-decoration: none;
}
.head {
  align-items: baseline;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 190px) minmax(0, 1fr);
  gap: 14px;
  align-items: end;
}
.figures {
  display: grid;
  gap: 4px;
  padding-bottom: 22px;
}
.big {
  font-size: 26px;
  line-height: 1.1;
}
.scale {
  position: relative;
  height: 12px;
  border: 2px solid var(--ink);
  border-radius: 6px;
  overflow: hidden;
  display: block;
}
.scale i {
  position: absolute;
  top: 0;
  bottom: 0;
}
.least {
  left: 0;
  background: repeating-linear-gradient(45deg, #e9c9d3 0 4px, transparent 4px 8px);
}
.tick {
  width: 2px;
  background: var(--ink);
}
.dot {
  width: 8px;
  margin-left: -4px;
  background: var(--zest);
  border: 2px solid var(--ink);
}
.soon {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
}
.begin,
.told {
  display: flex;
  align-items: center;
  gap: 8px;
}
.pours {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.pour {
  flex: 1 1 130px;
  font-size: 20px;
}
.acts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(76px, 1fr));
  gap: 8px;
}
.acts .v-btn {
  padding: 0 6px;
  min-width: 0;
}
.tally {
  margin-left: 8px;
  padding: 0 8px;
  background: var(--zest);
  border-radius: 8px;
}
</style>
