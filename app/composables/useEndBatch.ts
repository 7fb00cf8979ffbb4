import { asRecipe, handMinutes, notReached, outOfNoLot, unweighed, type EventBody } from '#core/batch'
import { usesOf, weighedAsPlanned } from '#core/books'
import { lastDayOf, useByOf } from '#core/preps'
import type { RecipeDocument } from '#core/recipe'
import { dayOf } from '#core/time'
import type { Place } from '#shared/lists'
import { useDrinks } from '~/stores/drinks'
import { useFruit } from '~/stores/fruit'
import { useMake, type RunView } from '~/stores/make'
import { useOutbox } from '~/stores/outbox'
import { usePreps } from '~/stores/preps'
import { useSession } from '~/stores/session'
import { refuseHere, uuid } from '~/utils/api'

/** What is told of the end of a batch. */
export interface EndTold {
  out: { value: number; unit: 'mL' | 'g' }
  place: Place
  useBy: string | null
  tempC: number | null
  minutes: number | null
}

/** A batch ends: as a lot on the shelf, thrown away, or as a draft of a recipe. */
export function useEndBatch(view: () => RunView) {
  const make = useMake()
  const fruit = useFruit()
  const drinks = useDrinks()
  const outbox = useOutbox()
  const preps = usePreps()
  const session = useSession()

  const asPlanned = computed(() => {
    const { run, actual, pot } = view()
    return pot ? unweighed(run.planned, actual, pot) : []
  })
  /** What the sheet wants, and is not in it where it ends now: by what it is taken as, and its name. */
  const notIn = computed(() => notReached(view().run.planned, view().actual))
  const inNoBook = computed(() => {
    const { run, actual } = view()
    const took = new Set(run.events.flatMap((e) => (e.took ? [e.id] : [])))
    return outOfNoLot(actual, run.events, (id) => took.has(id))
  })
  /** What nobody weighed comes out of lots all the same, as so much of it as the batch takes. */
  const ofAsPlanned = () => usesOf(asPlanned.value, preps.usable)
  const keeps = (place: Place) => {
    const { pot } = view()
    return pot && useByOf(pot, place, { brix: pot.jug.brix.value })
  }
  const lastDay = (place: Place): string | null => {
    const kept = keeps(place)
    return kept && lastDayOf(kept, dayOf(session.now(), session.zone))
  }
  /** Minutes of hands, by the clock of what was told. */
  const handsSoFar = (): number | null => {
    const { run, planned } = view()
    return handMinutes(run.at, run.events, planned?.handMin ?? 0)
  }

  /** @throws ApiProblem with limits, or with doubts that nobody has confirmed */
  async function end(told: EndTold, key: string, confirm: string[], id: string): Promise<void> {
    const { run } = view()
    const body = {
      id,
      standId: run.standId,
      versionId: run.versionId!,
      runId: run.id,
      out: told.out,
      seen: told.tempC === null ? null : { brix: null, tempC: told.tempC, ph: null, measured: [] },
      minutes: told.minutes,
      uses: ofAsPlanned(),
      place: told.place,
      useBy: told.useBy,
      confirm,
    }
    refuseHere(fruit.tryOut('make', { params: {}, body }), confirm)
    await outbox.keep('postBatch', { key, body })
  }
  const close = (event: Extract<EventBody, { kind: 'closed' }>): Promise<void> => make.tell(view().run.id, event)

  /** What nobody weighed is in it all the same, and goes with it. */
  async function throwAway(reason: string): Promise<void> {
    const { id } = view().run
    // What it is thrown away for is no slip of a weight.
    const confirm = ['weight-unlike', 'vessel-nearly-full']
    for (const event of weighedAsPlanned(asPlanned.value, preps.usable)) await make.tell(id, event, confirm)
    await close({ kind: 'closed', how: 'thrown', reason, recipeId: null })
  }

  /** As it was made, as a recipe. */
  function recipe(): RecipeDocument {
    const { run } = view()
    const whole = run.whole ?? run.planned
    const made = asRecipe(whole, run.planned, run.events, run.planned.steps.length ? run.times : 1)
    if (run.planned.steps.length) return made
    const cup = drinks.cupOf({})
    return {
      ...made,
      pot: { cupMl: cup?.fillLineMl ?? 300 },
      serve: { cupId: cup?.id ?? null, iceG: 0, iceTempC: -4, pouredTempC: 4, garnish: [], labourS: 30 },
    }
  }
  /** @returns the id of the draft @throws ApiProblem */
  async function draft(name: string): Promise<string> {
    const { run } = view()
    const id = uuid()
    const of = drinks.byId.get(run.recipeId ?? '')
    const document = recipe()
    const body = { kind: document.kind, family: of?.family ?? ('lemonade' as const), name, draft: document, version: 0 }
    await outbox.keep('putRecipe', { key: uuid(), params: { id }, body })
    return id
  }
  /** What was made becomes the draft of its own recipe, to be signed as the next standard. */
  async function redraft(): Promise<string | null> {
    const of = drinks.byId.get(view().run.recipeId ?? '')
    if (!of) return null
    const { kind, family, name, sellPrice, note, retired, version } = of
    const body = { kind, family, name, sellPrice, note, retired, version, draft: { ...of.draft, ...recipe() } }
    await outbox.keep('putRecipe', { key: uuid(), params: { id: of.id }, body })
    // Its page opens on what was just put down: signed off at once, it is nobody else's change.
    await drinks.load()
    return of.id
  }
  return { asPlanned, notIn, inNoBook, keeps, lastDay, handsSoFar, end, close, throwAway, draft, redraft, recipe }
}
