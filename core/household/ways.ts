import { isCrushable, type CrushingWay } from './crush'
import { isInfused, rootOf, USUAL_MIN, type Infusing, type InfusingWay } from './infuse'
import type { Doing } from './made'
import type { ReadRecipe, Ways } from './recipe'

// What a text does in between: as it says, or as somebody answered.

/** Answers; null where nobody has said, and the text decides. */
export interface SaidWays {
  way: InfusingWay | 'none' | null
  crushing: CrushingWay | 'none' | null
}
export interface DoneBetween {
  /** whether there is anything to ask it of */
  infusable: boolean
  crushable: boolean
  way: SaidWays['way']
  crushing: SaidWays['crushing']
  /** min in the water */
  minutes: number
  /** questions that neither the text nor anybody has answered */
  open: number
  ways: Ways
  doing: Doing
}

/**
 * @param read what the text says
 * @param things what is taken, each with its kind
 */
export function doneBetween(
  read: Pick<ReadRecipe, 'infusing' | 'crushing'>,
  said: SaidWays,
  things: readonly { key: string; kind: string | undefined }[],
): DoneBetween {
  const way = said.way ?? read.infusing?.way ?? null
  const isWet = way === 'hot' || way === 'cold'
  const isOfText = read.infusing?.way === way
  const infusing: Infusing | null = isWet ? { way, minutes: isOfText ? read.infusing!.minutes : USUAL_MIN[way] } : null
  const infusable = things.some((x) => isInfused(x.kind))
  // A root in water is taken out of it again.
  const crushable = things.some((x) => isCrushable(x.key, x.kind) && !(isWet && rootOf(x.key) !== x.key))
  const crushing = said.crushing ?? read.crushing
  const into = crushable && crushing !== 'none' ? crushing : null
  // What the text itself leaves in cold water goes into the blender with it.
  const soaks = into !== null && way === 'cold' && isOfText
  return {
    infusable,
    crushable,
    way,
    crushing,
    minutes: infusing?.minutes ?? 0,
    open: Number(infusable && way === null) + Number(crushable && crushing === null),
    ways: { infuses: isWet, crushes: into !== null, soaks },
    doing: { infusing, crushing: into, soakMin: soaks ? infusing!.minutes : 0 },
  }
}
