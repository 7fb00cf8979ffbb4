import { seeded } from '../random'
import { lengthOf, type Problem, type Task } from './problem'

// Cases by chance to judge schedules by, as R. Kolisch, A. Sprecher and A. Drexl make them (Characterization and
// generation of a general class of resource-constrained project scheduling problems, 1995, memory): by how many links a
// task has, how many of the resources it asks for, and how scarce those are.

export interface CaseAsk {
  seed: number
  tasks: number
  people: number
  /** links that a task has in the mean */
  complexity: number
  /** of the resources, the share that a task asks for */
  factor: number
  /** 0: as scarce as can be; 1: never in the way */
  strength: number
  /** of the links, the share that has to be gone on with soon; left out: none */
  soon?: number
}

const RESOURCES = ['burner', 'vessel'] as const
const LONGEST_MIN = 9
const MOST_USED = 3
const SOON_MIN = 15

export function caseOf({ seed, tasks: count, people, complexity, factor, strength, soon = 0 }: CaseAsk): Problem {
  const random = seeded(seed)
  const whole = (most: number): number => Math.floor(random.next() * (most + 1))
  const tasks: Task[] = []
  for (let i = 0; i < count; i++) {
    const before = Array.from({ length: Math.min(i, Math.round(random.next() * 2 * complexity)) }, () => whole(i - 1))
    const uses = RESOURCES.flatMap((resource) =>
      random.next() < factor ? [{ resource, amount: 1 + whole(MOST_USED - 1), during: 'all' as const }] : [],
    )
    const minutes = 1 + whole(LONGEST_MIN - 1)
    const handMin = whole(minutes)
    tasks.push({
      id: `t${i}`,
      handMin,
      waitMin: minutes - handMin,
      uses,
      after: [...new Set(before)].map((b) => ({
        task: `t${b}`,
        leastMin: 0,
        ...(soon > 0 && random.next() < soon ? { mostMin: whole(SOON_MIN) } : {}),
      })),
    })
  }
  const firstMin = -tasks.reduce((n, t) => n + lengthOf(t), 0)
  const resources = RESOURCES.map((key) => {
    const [least, most] = [MOST_USED, peakOf(tasks, key)]
    return { key, capacity: least + Math.round(strength * Math.max(0, most - least)) }
  })
  const there = [{ fromMin: firstMin, toMin: 0 }]
  return {
    tasks,
    resources,
    people: Array.from({ length: people }, (_, i) => ({ id: `p${i}`, there })),
    firstMin,
    endMin: 0,
  }
}

/** The most that is taken of a resource where every task begins as early as what comes before it allows. */
function peakOf(tasks: readonly Task[], key: string): number {
  const start = new Map<string, number>()
  for (const t of tasks) {
    const ends = t.after.map((l) => start.get(l.task)! + lengthOf(tasks.find((x) => x.id === l.task)!))
    start.set(t.id, Math.max(0, ...ends))
  }
  const takenAt = (minute: number): number =>
    tasks.reduce((n, t) => {
      const from = start.get(t.id)!
      const use = t.uses.find((u) => u.resource === key)
      return use && from <= minute && minute < from + lengthOf(t) ? n + use.amount : n
    }, 0)
  return Math.max(0, ...[...start.values()].map(takenAt))
}

/** Kinds of cases: scarce and plenty, few links and many, one pair of hands and two. */
export const KINDS = [0.2, 0.5, 0.8].flatMap((strength) =>
  [0.8, 1.5].flatMap((complexity) => [1, 2].map((people) => ({ strength, complexity, people }))),
)
