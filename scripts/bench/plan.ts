import { toBuy, type BuyContext } from '../../core/buy'
import { Evaluator, scaledDocument, shippedContext, startingDrink, type Evaluation } from '../../core/recipe'
import { bestPlan, clockInShort, latestPlan, makingsOf, tasksOf, type Making, type Problem } from '../../core/schedule'
import { caseOf, KINDS } from '../../core/schedule/cases'
import { optimalSpan } from '../../core/schedule/optimum'
import { heldIn, packingProgram, scaleToCups, type Batch, type StandVessel, type ToHold } from '../../core/scale'
import { loadSolver } from '../../core/solve'
import { INGREDIENTS } from '../../core/substances'
import { TEMPLATES } from '../../core/templates'
import { fruitYield } from '../../core/yield'
import { median } from './core'

type Row = [string, string, string]

const evaluator = new Evaluator(shippedContext())
/** A day of eight drinks, six preps and two people. */
function dayOfEight(): Problem {
  const preps = TEMPLATES.slice(0, 6).map((t, i): Making => ({
    id: `prep-${i}`,
    evaluation: evaluator.evaluate(t.document),
    takes: [],
    keptMl: 0,
    chillMin: 0,
  }))
  const drinks = Array.from({ length: 8 }, (_, i): Making => {
    const evaluation = evaluator.evaluate(scaledDocument(startingDrink('lemonade', null, 300), 30 + i))
    const takes = [`prep-${i % 6}`]
    return { id: `drink-${i}`, evaluation, takes, keptMl: evaluation.jug.volume.value, chillMin: 30 }
  })
  const pressings = ['lemon', 'lime', 'orange'].map((id, i) => ({
    id,
    juice: id,
    juiceMl: 1500,
    minPerL: null,
    for: drinks.filter((_, d) => d % 3 === i).map((d) => d.id),
  }))
  const there = [{ fromMin: -960, toMin: 0 }]
  const resources = ['burner', 'blender', 'press', 'strainer', 'vessel'].map((key) => ({ key, capacity: 2 }))
  return {
    tasks: tasksOf([...preps, ...drinks], pressings),
    people: ['ana', 'ben'].map((id) => ({ id, there })),
    resources: [...resources, { key: 'fridge', capacity: 200_000 }],
    firstMin: -960,
    endMin: 0,
  }
}
/** Cups of eight drinks for a day, as batches. */
function batchesOfEight(): { evaluation: Evaluation; batch: Batch }[] {
  return Array.from({ length: 8 }, (_, i) => {
    const evaluation = evaluator.evaluate(startingDrink('lemonade', null, 300))
    const steps = { massStepG: 1, volumeStepMl: 10 }
    return {
      evaluation,
      batch: scaleToCups(evaluation, (d) => evaluator.evaluate(d), { cups: 30 + i, lossShare: 0.03, steps }),
    }
  })
}
const BUYING: BuyContext = {
  fruitOf: (key) => (key === 'lemon-juice' ? 'lemon' : undefined),
  fruitYield: (key) => fruitYield(INGREDIENTS.get(key)!, []),
  isFruit: (key) => !!INGREDIENTS.get(key)?.fruit,
  baseOf: () => undefined,
  chance: 0.9,
  isGuessed: () => false,
  onHandG: () => 0,
  onHandMl: () => 0,
}
/** Seven days of two stands: cups to batches, to tasks, and with as many others and their preps to a first clock. */
function week(): void {
  for (let day = 0; day < 14; day++) {
    const drinks = batchesOfEight().map(({ evaluation, batch }, i) => ({
      id: `served-${i}`,
      cup: evaluation,
      batch: batch.evaluation,
      cups: batch.factor.value,
    }))
    const { makings } = makingsOf(drinks, () => undefined)
    const usual = dayOfEight()
    clockInShort({ ...usual, tasks: [...usual.tasks, ...tasksOf(makings, [])] })
  }
}
const took = async (work: () => unknown): Promise<number> => {
  const at = performance.now()
  await work()
  return performance.now() - at
}

/** The clock of a day and its vessels, without a browser. */
export async function benchPlan(): Promise<Row[]> {
  const problem = dayOfEight()
  const first = median(() => latestPlan(problem), 30)
  const improved = await took(() => bestPlan(problem, { seed: 1, tries: 600 }))
  const solve = await loadSolver()
  const over = Array.from({ length: 50 }, (_, i) => {
    const small = caseOf({ seed: 40 + i, tasks: 8, factor: 0.6, ...KINDS[i % KINDS.length]! })
    const found = bestPlan(small, { seed: i, tries: 400 })
    return 'blocked' in found ? Infinity : found.spanMin / optimalSpan(small, found.spanMin, solve) - 1
  })
  const mean = over.reduce((a, b) => a + b, 0) / over.length
  const vessels = [3, 6, 6, 10, 10, 15, 15, 25].map((litres, i): StandVessel => ({
    id: String(i),
    name: `${litres} L`,
    capacityMl: litres * 1000,
    heatProof: true,
    acidProof: true,
  }))
  const drinks = Array.from({ length: 8 }, (_, i): ToHold => ({
    id: String(i),
    volumeMl: 4000 + 1500 * i,
    isHot: false,
    isSour: true,
  }))
  const packed = await took(() => heldIn(drinks, vessels, solve(packingProgram(drinks, vessels))))
  const batches = batchesOfEight().map(({ batch }, i) => ({ name: `drink-${i}`, takes: batch.takes }))
  const buying = median(() => toBuy(batches, BUYING), 30)
  const weekMs = await took(week)
  return [
    [
      `a day of 8 drinks, 6 preps, 2 people (${problem.tasks.length} tasks): the first plan`,
      `${first.toFixed(1)} ms`,
      '300 ms',
    ],
    ['the same, 600 orders later', `${(improved / 1000).toFixed(2)} s`, '3 s'],
    ['50 small cases, over the integer optimum in the mean', `${(100 * mean).toFixed(1)} %`, '5 %'],
    ['the buying list of 8 drinks', `${buying.toFixed(1)} ms`, '100 ms'],
    ['a week of 2 stands: batches, tasks and a first clock of each day', `${(weekMs / 1000).toFixed(2)} s`, '15 s'],
    ['8 drinks in 8 vessels', `${packed.toFixed(0)} ms`, '200 ms'],
  ]
}
