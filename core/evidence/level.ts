import { tDensity } from './student'

/** What is known before anything was observed. */
export interface Prior {
  /** middle, above 0 */
  mean: number
  /** as many observations as it counts for */
  worth: number
  /** standard deviation of single observations, in the unit of the mean, and how sure that is as degrees of freedom */
  spread: number
  dof: number
}

/** One way to look at what was observed: how fast the past fades, and what the next is then. */
export interface Level {
  /** share of what was known that still holds at the next observation: 1 where nothing ever changes */
  memory: number
  /** chance of this way, 0 to 1 */
  weight: number
  /** the next observation follows a t distribution about this */
  mean: number
  scale: number
  dof: number
}

/**
 * Ways to look at it: nothing changes, or the level moves slowly, fast, or from one observation to the next. What is
 * observed decides; before that most of the weight is on nothing changing. Chosen once, by the simulations of
 * docs/yields.md.
 */
const MEMORIES = [
  [1, 0.8],
  [0.85, 0.1],
  [0.6, 0.06],
  [0.35, 0.04],
] as const
/** Fewer observations than this do not tell whether a level moves: it is taken to stay. */
const LEAST_TO_TELL = 5

/**
 * The next observation after these: a level with a normal spread that is not known, both learned with a conjugate
 * prior, and a level that may move, by discounting what is known before each observation (West and Harrison, Bayesian
 * Forecasting and Dynamic Models, 1997, chapters 2 and 4; memory). With a memory of 1 this is the conjugate normal
 * model (Gelman et al., Bayesian Data Analysis, section 3.3; memory).
 * @param values in the order of time, on the scale of the prior
 */
export function levelsAfter(prior: Prior, values: readonly number[]): Level[] {
  const ways = (values.length < LEAST_TO_TELL ? MEMORIES.slice(0, 1) : MEMORIES).map(([memory, before]) => {
    let { mean, dof } = prior
    let variance = prior.spread ** 2
    /** variance of the level over that of an observation */
    let doubt = 1 / prior.worth
    let logWeight = Math.log(before)
    const faded = (seen: number): number => (seen === 0 ? doubt : doubt / memory)
    values.forEach((value, i) => {
      const r = faded(i)
      const q = r + 1
      const error = value - mean
      const scale = Math.sqrt(variance * q)
      logWeight += Math.log(tDensity(error / scale, dof)) - Math.log(scale)
      variance = (dof * variance + error ** 2 / q) / (dof + 1)
      dof++
      doubt = r / q
      mean += doubt * error
    })
    return { memory, logWeight, mean, dof, scale: Math.sqrt(variance * (1 + faded(values.length))) }
  })
  const most = Math.max(...ways.map((w) => w.logWeight))
  const weights = ways.map((w) => Math.exp(w.logWeight - most))
  const total = weights.reduce((a, b) => a + b, 0)
  const all = ways.map(({ memory, mean, scale, dof }, i) => ({ memory, mean, scale, dof, weight: weights[i]! / total }))
  return all.filter((w) => w.weight > NEXT_TO_NOTHING)
}
const NEXT_TO_NOTHING = 1e-4
