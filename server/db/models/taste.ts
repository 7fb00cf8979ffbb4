import { Model } from 'sequelize'
import { PANEL_KINDS, PURPOSES, RIGHTNESS } from '#core/sensory/words'
import {
  amount,
  at,
  hashOrNull,
  json,
  jsonOrNull,
  kindOf,
  pk,
  ref,
  refOrNull,
  text,
  textOrNull,
  wholeOrNull,
  type RowOf,
  type Table,
} from './columns'

// Blind tests, and what tongues have learned.

const PANEL = {
  id: pk,
  standId: ref,
  kind: kindOf(...PANEL_KINDS),
  purpose: kindOf(...PURPOSES),
  asked: textOrNull(20),
  samples: json,
  servings: json,
  cupMl: amount,
  code: text(6),
  about: jsonOrNull,
  at,
  personId: ref,
}
const PANEL_EVENT = {
  id: pk,
  panelId: ref,
  kind: text(20),
  seat: wholeOrNull,
  /** of the phone that took the seat */
  secretHash: hashOrNull,
  body: json,
  at,
  /** null of a taster, who has no name here but what they said */
  personId: refOrNull,
}
const TRAINING = {
  id: pk,
  standId: ref,
  tells: kindOf(...RIGHTNESS),
  unit: kindOf('brix', 'ta'),
  answers: json,
  /** null of before words were learned */
  named: jsonOrNull,
  at,
  personId: ref,
}

export class Panel extends Model {
  declare static readonly row: RowOf<typeof PANEL>
}
export class PanelEvent extends Model {
  declare static readonly row: RowOf<typeof PANEL_EVENT>
}
export class Training extends Model {
  declare static readonly row: RowOf<typeof TRAINING>
}
export const TASTE: readonly Table[] = [
  [Panel, 'panel', PANEL],
  [PanelEvent, 'panel_event', PANEL_EVENT],
  [Training, 'training', TRAINING],
]
