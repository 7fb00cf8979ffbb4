import { useI18n } from 'vue-i18n'
import { isAllergen } from '#core/safety'
import { ProcessLimit } from '#core/process'
import { SAMPLES, type PanelAbout, type PanelKind, type Purpose, type Sample } from '#core/sensory/words'
import { pointsOf } from '#core/trials'
import type { Work, WorkBody } from '#shared/contract'
import { useDrinks } from '~/stores/drinks'
import { useFruit } from '~/stores/fruit'
import { useMake } from '~/stores/make'
import { useWorks } from '~/stores/work'
import type { SampleChoice } from './useSamples'

/** A test that something waits for: how it is tasted at first, and what stands in its cups. */
export interface PanelSetUp {
  about: PanelAbout
  purpose: Purpose
  kind: PanelKind
  /** beside what is on the shelf */
  choices: SampleChoice[]
  /** of these, and of what is on the shelf: one for each cup */
  chosen: string[]
  /** said beside it */
  note: string
}
type Series = Work & { body: Extract<WorkBody, { kind: 'series' }> }

/** What a new test is about, by the address: a batch that is under way, or a series of small jugs. */
export function usePanelAbout(onShelf: () => readonly SampleChoice[]) {
  const { t } = useI18n({ useScope: 'global' })
  const route = useRoute()
  const make = useMake()
  const drinks = useDrinks()
  const fruit = useFruit()
  const works = useWorks()
  const { choicesOf, wordsOf, pointName } = useVaried()
  const asked = (key: string): string => String(route.query[key] ?? '')
  const [runId, seriesId, drinkId] = [asked('run'), asked('series'), asked('drink')]
  onMounted(() => {
    if (drinkId) void works.load(drinkId).catch(() => undefined)
  })
  const none = { lotId: null, versionId: null, step: null }

  /** Today's pot against the standard: a batch of before where there is one, or made small. */
  function ofRun(): PanelSetUp | null {
    const view = make.byId.get(runId)
    const evaluation = view?.pot ?? null
    if (!view || !evaluation) return null
    const { recipeId, versionId, name } = view.run
    const { brix, ta } = evaluation.jug
    const sample: Sample = {
      ...{ ...none, versionId, name: t('taste.about.pot', { name }) },
      ...{ brix: brix.value, ta: ta.value, allergens: evaluation.cautions.filter(isAllergen) },
    }
    const pot = { value: `run ${runId}`, title: sample.name, sample, isOld: false, stream: evaluation.output }
    const isOfIt = (c: SampleChoice): boolean =>
      !c.isOld && c.sample.versionId !== null && fruit.recipeOf(c.sample.versionId) === recipeId
    const standard = onShelf().find(isOfIt)
    return {
      ...{ about: { kind: 'run', id: runId }, purpose: 'batch', kind: 'triangle', choices: [pot] },
      chosen: [standard?.value ?? '', pot.value],
      note: t('taste.about.run'),
    }
  }
  /** The jugs of a series, as many as an order takes. */
  function ofSeries(): PanelSetUp | null {
    const series = works.of(drinkId).find((w): w is Series => w.id === seriesId && w.body.kind === 'series')
    const base = series && drinks.evaluate(drinks.live(series.body.base)).evaluation
    if (!base) return null
    const { body } = series
    const words = wordsOf(body.varied, choicesOf(body.base))
    const choices = pointsIn(body, base).map((document, i): SampleChoice => {
      const { evaluation } = drinks.evaluate(drinks.live(document))
      const sample: Sample = {
        ...{ ...none, name: pointName(body.values[i]!, words), step: i },
        ...{ brix: evaluation?.jug.brix.value ?? null, ta: evaluation?.jug.ta.value ?? null },
        allergens: (evaluation ?? base).cautions.filter(isAllergen),
      }
      return { value: `series ${i}`, title: sample.name, sample, isOld: false, stream: evaluation?.output ?? null }
    })
    const kind = choices.length < SAMPLES.ranking[0] ? 'preference' : 'ranking'
    const most = SAMPLES[kind][1]
    return {
      ...{ about: { kind: 'series', id: seriesId, recipeId: drinkId }, purpose: 'recipe', kind, choices },
      chosen: choices.slice(0, most).map((c) => c.value),
      note: t(choices.length > most ? 'taste.about.seriesMost' : 'taste.about.series', { n: most }),
    }
  }
  function pointsIn(body: Series['body'], base: Parameters<typeof pointsOf>[0]): ReturnType<typeof pointsOf> {
    try {
      return pointsOf(base, body)
    } catch (e) {
      if (e instanceof ProcessLimit) return []
      throw e
    }
  }
  return computed((): PanelSetUp | null => (runId ? ofRun() : seriesId ? ofSeries() : null))
}
