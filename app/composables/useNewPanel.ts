import { useI18n } from 'vue-i18n'
import {
  DISCRIMINATING,
  fewestRight,
  orderings,
  pouredMlOf,
  powerOf,
  SAMPLES,
  TASTERS,
  type Discriminating,
  type PanelKind,
  type Purpose,
  type Rightness,
  type Sample,
} from '#core/sensory'
import { uuid } from '~/utils/api'
import { useFruit } from '~/stores/fruit'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'
import { useTaste } from '~/stores/taste'

/** A sample as it is being chosen: off the shelf, or something by its name. */
export interface SampleDraft {
  choice: string | null
  other: string
  allergens: string
}
/** How each purpose is tasted at first. */
const KIND_OF: Readonly<Record<Purpose, PanelKind>> = {
  batch: 'triangle',
  recipe: 'ranking',
  cheaper: 'triangle',
  tell: 'triangle',
  guess: 'guess',
  trainer: 'which-is-more',
}
/** Share of people, and how sure it is to be found, by which tasters are judged. */
const [HALF, TWO_TWO] = [0.5, 2]
const blank = (): SampleDraft => ({ choice: null, other: '', allergens: '' })

/** A blind test while it is set up: what is chosen, what that can say, and what is wrong with it. */
export function useNewPanel() {
  const { t } = useI18n({ useScope: 'global' })
  const taste = useTaste()
  const session = useSession()
  const { choices: onShelf, none } = useSamples()
  const about = usePanelAbout(() => onShelf.value)
  const choices = computed(() => [...(about.value?.choices ?? []), ...onShelf.value])
  const purpose = ref<Purpose>('tell')
  const kind = ref<PanelKind>('triangle')
  const asked = ref<Rightness>('sweet')
  const samples = ref<SampleDraft[]>([blank(), blank()])
  const tasters = ref<number | null>(6)
  const cupMl = ref<number | null>(30)
  watch(purpose, (to) => (kind.value = KIND_OF[to]))
  /** What waits for it is chosen once, when it is there; what somebody changes then stays. */
  watch(
    () => about.value !== null,
    async (isThere) => {
      const of = about.value
      if (!isThere || !of) return
      purpose.value = of.purpose
      await nextTick()
      kind.value = of.kind
      await nextTick()
      samples.value = of.chosen.map((value) => ({ ...blank(), choice: value || null }))
    },
    { immediate: true },
  )
  const bounds = computed(() => SAMPLES[kind.value])
  watch(bounds, ([least, most]) => {
    while (samples.value.length < least) samples.value.push(blank())
    samples.value.splice(most)
  })
  const add = (): void => void samples.value.push(blank())
  const drop = (i: number): void => void samples.value.splice(i, 1)
  /** What stands in a cup; null where nobody has said. */
  function sampleOf(d: SampleDraft): Sample | null {
    const chosen = choices.value.find((c) => c.value === d.choice)
    const typed = d.allergens
      .split(',')
      .map((a) => a.trim())
      .filter(Boolean)
    if (chosen) return { ...chosen.sample, allergens: [...new Set([...chosen.sample.allergens, ...typed])] }
    return d.other.trim() ? { ...none, name: d.other.trim(), allergens: typed } : null
  }
  const asksOne = computed(() => ['which-is-more', 'guess'].includes(kind.value))
  const counts = computed(() => (DISCRIMINATING as readonly string[]).includes(kind.value))
  const n = computed(() => tasters.value ?? 0)
  /** What so many tasters can say; null where nothing is counted. */
  const says = computed(() => {
    if (!counts.value || !(Number.isInteger(n.value) && n.value >= 1 && n.value <= TASTERS.most)) return null
    const of = kind.value as Discriminating
    return { fewest: fewestRight(of, n.value), finds: powerOf(of, n.value, HALF), isTwo: n.value <= TWO_TWO }
  })
  const even = computed(() => orderings({ kind: kind.value, purpose: purpose.value, samples: samples.value.length }))
  const wrong = computed((): string => {
    const old = samples.value.map((d) => choices.value.find((c) => c.value === d.choice)).find((c) => c?.isOld)
    if (old) return t('taste.old', { name: old.sample.name })
    const of = samples.value.map(sampleOf)
    if (of.includes(null)) return t('taste.noName')
    const keys = samples.value.map((d) => d.choice ?? d.other.trim().toLowerCase())
    if (new Set(keys).size < keys.length) return t('taste.sameSample')
    return ''
  })
  const isTold = ref(false)
  const form = useSubmit(async () => {
    const of = samples.value.map((d) => sampleOf(d)!)
    const setUp = {
      ...{ kind: kind.value, purpose: purpose.value, samples: of, cupMl: cupMl.value!, tasters: n.value },
      asked: asksOne.value ? asked.value : null,
      about: about.value?.about ?? null,
    }
    const id = await taste.setUp(setUp)
    await takeOut(id)
    await navigateTo(`/taste/${id}`)
  })
  /** What is poured for it leaves its lots, as far as they have it. */
  async function takeOut(id: string): Promise<void> {
    const panel = taste.byId.get(id)?.panel
    const fruit = useFruit()
    for (const [i, ml] of panel ? pouredMlOf(panel).entries() : []) {
      const lot = fruit.lots.find((l) => l.id === panel!.samples[i]!.lotId)
      const amount = lot && Math.min(lot.onHand, Math.ceil(ml))
      if (!lot || lot.unit === 'pieces' || !amount) continue
      const event = { kind: 'discard' as const, amount, reason: 'tasted' as const, note: null }
      const body = { id: uuid(), event, at: session.now().toISOString() }
      await useOutbox().putDown('postLotEvent', { key: uuid(), params: { id: lot.id }, body: body as never })
    }
  }
  async function save(): Promise<void> {
    isTold.value = true
    form.clear()
    if (wrong.value) return
    if (!(Number.isInteger(n.value) && n.value >= 1 && n.value <= TASTERS.most))
      return form.refuse('tasters', t('problem.panel-tasters', { value: n.value, ...TASTERS }))
    if (!(cupMl.value && cupMl.value >= 5 && cupMl.value <= 200))
      return form.refuse('cupMl', t('problem.amount-not-a-number', { typed: String(cupMl.value ?? '') }))
    await form.submit()
  }
  return {
    ...{ about, purpose, kind, asked, samples, tasters, cupMl, choices, bounds, add, drop, sampleOf },
    ...{ asksOne, says, even, wrong, isTold, form, save },
  }
}
