import { gPerMlOfPrep } from '../books/uses'
import { prepNeeds } from '../preps/need'
import { itemKey, type Evaluation } from '../recipe'
import { instantAt, shiftDay, type Instant } from '../time'
import type { Problem, Resource, Task } from './problem'
import { hoursOf, minuteOf, type Hours, type Service } from './service'
import { USUAL_CHILL_MIN } from './minutes'
import type { DayTask, Making, Pressing, SharedPiece } from './tasks'

// What a stand's plan of a day asks to be made, and with what.

/** A drink of the plan: one cup of it as evaluated, and the batch. */
export interface PlannedDrink {
  id: string
  cup: Evaluation
  batch: Evaluation
  /** cups that are made, with what is lost on the way */
  cups: number
}
/** A prep that may be short. */
export interface PlannedPrep {
  onHandMl: number
  /** so many times its standard; nothing where that cannot be made */
  made: (times: number) => Evaluation | null
  standard: Evaluation
  /** minutes of hands for a minute of the standard, as they were timed here; left out: nobody did */
  handTimes?: number
}
/** A juice that somebody presses here. */
export interface PlannedJuice {
  juice: string
  onHandMl: number
  gPerMl: number
  minPerL: number | null
}

/** A batch beneath this is nothing that anybody makes, mL. */
const LEAST_ML = 20

export interface DayMakings {
  makings: Making[]
  /** preps that are short and cannot be worked out: they are not in it */
  missing: string[]
}
/** What is made for a day: every drink, and each prep once for all that take it. */
export function makingsOf(
  drinks: readonly PlannedDrink[],
  prepOf: (id: string) => PlannedPrep | undefined,
): DayMakings {
  const needs = prepNeeds(drinks.map((d) => ({ evaluation: d.cup, times: d.cups })))
  const missing: string[] = []
  const short = new Map<string, Evaluation>()
  for (const [id, needG] of needs) {
    const prep = prepOf(id)
    const shortMl = prep ? needG / gPerMlOfPrep(prep.standard) - prep.onHandMl : Infinity
    if (shortMl <= LEAST_ML) continue
    const evaluation = prep?.made(shortMl / prep.standard.jug.volume.value)
    if (evaluation) short.set(id, evaluation)
    else missing.push(id)
  }
  const takenBy = ({ bill }: Evaluation): string[] =>
    bill.own.flatMap(({ item }) => ('prep' in item && short.has(item.prep) ? [item.prep] : []))
  const makings = [
    // What is made of a prep goes into the drinks of the day: nothing of it stands there when the hatch opens.
    ...[...short].map(([id, evaluation]): Making => ({
      id,
      evaluation,
      takes: takenBy(evaluation),
      keptMl: evaluation.jug.volume.value,
      untilTaken: true,
      chillMin: 0,
      handTimes: prepOf(id)?.handTimes,
    })),
    ...drinks.map(({ id, batch }): Making => ({
      id,
      evaluation: batch,
      takes: takenBy(batch),
      keptMl: batch.jug.volume.value,
      chillMin: USUAL_CHILL_MIN,
      dayBefore: batch.document.serve?.rest === 'next-day',
    })),
  ]
  return { makings, missing }
}

/**
 * What is pressed for the makings that take it, less what is there: for those of the day before, and then for those of
 * the day, since juice does not stand over night.
 */
export const pressingsOf = (juices: readonly PlannedJuice[], makings: readonly Making[]): Pressing[] =>
  juices.flatMap(({ juice, onHandMl, gPerMl, minPerL }) => {
    const takesMl = ({ evaluation }: Making): number =>
      evaluation.bill.own.reduce((n, o) => (itemKey(o.item) === juice ? n + o.mass.value : n), 0) / gPerMl
    let heldMl = onHandMl
    return [true, false].flatMap((before): Pressing[] => {
      const takers = makings.filter((m) => Boolean(m.dayBefore) === before && takesMl(m) > 0)
      const neededMl = takers.reduce((n, m) => n + takesMl(m), 0)
      const juiceMl = neededMl - heldMl
      heldMl = Math.max(0, -juiceMl)
      const id = before ? `${juice}/before` : juice
      return juiceMl > LEAST_ML ? [{ id, juice, juiceMl, minPerL, for: takers.map((m) => m.id) }] : []
    })
  })

/** Where nobody said how many there are: one of each, and room for what there is. Common practice, no source. */
const WITHOUT: Readonly<Record<SharedPiece, number>> = {
  burner: 1,
  blender: 1,
  press: 1,
  strainer: 2,
  vessel: 4,
  fridge: Infinity,
}
/** What a stand works with, by what it says that it has. */
export function piecesOf(
  equipment: readonly { kind: string; capacityMl: number | null }[],
  vessels: number,
): Resource[] {
  const count = (...kinds: string[]): number => equipment.filter((e) => kinds.includes(e.kind)).length
  const fridges = equipment.filter((e) => e.kind === 'fridge' && e.capacityMl)
  const said: Partial<Record<SharedPiece, number>> = {
    burner: count('burner', 'microwave'),
    blender: count('jar'),
    vessel: vessels,
    fridge: fridges.reduce((n, f) => n + f.capacityMl!, 0),
  }
  return (Object.keys(WITHOUT) as SharedPiece[]).map((key) => ({ key, capacity: said[key] || WITHOUT[key] }))
}

export interface DayProblem {
  problem: Problem
  hours: Hours
  /** it is now that bounds it: what was not begun cannot be begun earlier any more */
  isUnderWay: boolean
  /** minute at which the evening before ends, where somebody may still come then; left out: it is over */
  eveningMin?: number
  /** makings that are better the next day, of a day before which nobody works: they are made on the day */
  sameDay: string[]
}
/**
 * A day as a problem. Nothing is begun before now; once the hatch is open, it is what was to be done. What is better
 * the next day is done before the day begins, by the clock of the stand; where that is past, as soon as it goes.
 */
export function problemOf(
  service: Service,
  timeZone: string,
  tasks: readonly DayTask[],
  resources: readonly Resource[],
  now: Instant,
): DayProblem {
  const hours = hoursOf(service, timeZone)
  const nowMin = minuteOf(hours.opens, now)
  const isUnderWay = nowMin < 0 && nowMin > hours.firstMin
  const firstMin = isUnderWay ? nowMin : hours.firstMin
  const midnightMin = minuteOf(hours.opens, instantAt(service.day, '00:00', timeZone))
  const due = (t: Task): Task => (t.dayBefore && firstMin < midnightMin ? { ...t, latestMin: midnightMin } : t)
  const eveningMin = minuteOf(hours.opens, instantAt(shiftDay(service.day, -1), EVENING_ENDS, timeZone))
  return {
    hours,
    isUnderWay,
    ...(nowMin < eveningMin - LEAST_EVENING_MIN ? { eveningMin } : {}),
    sameDay: hours.firstMin < midnightMin ? [] : [...new Set(tasks.flatMap((t) => (t.dayBefore ? t.making : [])))],
    problem: { tasks: tasks.map(due), resources, people: hours.people, firstMin, endMin: 0 },
  }
}
/** The evening before is over by then, by the clock of the stand; somebody may be asked so many minutes before it. */
const [EVENING_ENDS, LEAST_EVENING_MIN] = ['21:00', 180]
