import { withLoads } from '#core/batch'
import { boundTo, scaledToOutput } from '#core/preps'
import { mostMl, toHold, vesselFor, type StandVessel } from '#core/scale'
import type { Evaluation, RecipeDocument } from '#core/recipe'
import type { Recipe } from '#shared/contract'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'
import { useFruit } from '~/stores/fruit'
import { useMake } from '~/stores/make'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'
import { refuseHere, uuid } from '~/utils/api'

/** What is to be begun: of a standard as it is planned, or from nothing. */
export interface ToBegin {
  recipe: Recipe | null
  name: string
  /** as it is planned; null where nothing is */
  evaluation: Evaluation | null
  day: string | null
  making: string | null
}
/** A document takes no more steps, nor a step more inputs, than this. */
const [MOST_STEPS, MOST_INPUTS] = [300, 40]

/** A batch is begun: as much of it as somebody wants, in a vessel of the stand. */
export function useBegin() {
  const catalogue = useCatalogue()
  const drinks = useDrinks()
  const fruit = useFruit()
  const make = useMake()
  const outbox = useOutbox()
  const session = useSession()

  const vessels = computed(() =>
    catalogue.vessels
      .filter((v) => v.standId === session.standId)
      .map((v): StandVessel => ({ ...v, acidProof: v.acidProof ?? true }))
      .sort((a, b) => a.capacityMl - b.capacityMl),
  )
  const busyNames = computed(() => new Set(make.underWay.flatMap((v) => v.run.vessel?.name ?? [])))
  /** The one that it fits into best: one in which nothing else is under way, where there is such a one. */
  function vesselOf(evaluation: Evaluation): StandVessel | null {
    const held = toHold('', evaluation, mostMl(evaluation))
    const free = vessels.value.filter((v) => !busyNames.value.has(v.name))
    return vesselFor(held, free) ?? vesselFor(held, vessels.value)
  }
  const standardOf = (recipe: Recipe): Evaluation | null => drinks.evaluate(drinks.served(recipe)).evaluation
  /** As much of a recipe as is wanted, with the burners and jars of the stand. @throws ProcessLimit */
  function amountOf(recipe: Recipe, volumeMl: number): Evaluation | null {
    const { context } = drinks.served(recipe)
    const standard = standardOf(recipe)
    if (!standard) return null
    const evaluate = (document: RecipeDocument): Evaluation => drinks.evaluateOrThrow({ document, context })
    const { document } = scaledToOutput(standard, evaluate, { value: volumeMl, unit: 'mL' })
    const equipment = catalogue.equipment.filter((e) => e.standId === session.standId)
    return evaluate(boundTo(document, equipment).document)
  }
  function documentsOf(evaluation: Evaluation): { planned: RecipeDocument; whole: RecipeDocument | null } {
    const whole = evaluation.document
    const loads = withLoads(evaluation)
    const isTooLong =
      loads.steps.length > MOST_STEPS || loads.steps.some((s) => s.op !== 'take' && s.in.length > MOST_INPUTS)
    return loads === whole || isTooLong ? { planned: whole, whole: null } : { planned: loads, whole }
  }

  /** @returns the id of the batch @throws ApiProblem where it cannot be begun */
  async function begin(of: ToBegin, vessel: StandVessel | null, id = uuid()): Promise<string> {
    const { recipe, evaluation, name, day, making } = of
    const standard = recipe && standardOf(recipe)
    const body = {
      id,
      standId: session.standId,
      versionId: recipe ? (drinks.pouredOf(recipe)?.id ?? null) : null,
      name,
      day,
      making,
      ...(evaluation ? documentsOf(evaluation) : { planned: null, whole: null }),
      times: evaluation && standard ? evaluation.jug.mass.value / standard.jug.mass.value : 1,
      vessel: vessel && { name: vessel.name, capacityMl: vessel.capacityMl },
    }
    refuseHere(fruit.tryOut('begin', { params: {}, body }), [])
    await outbox.putDown('postRun', { key: uuid(), body })
    return id
  }
  return { vessels, busyNames, vesselOf, standardOf, amountOf, begin }
}
