import { Model } from 'sequelize'
import { HOLD_CONTROLS } from '#core/hold/clocks'
import { EQUIPMENT_KINDS } from '#core/limits/equipment'
import { SIP } from '#core/process'
import { UNIT_SYSTEMS } from '#core/region'
import { PREP_COSTS, USUAL_STAND } from '#core/stand'
import {
  amount,
  amountOrNull,
  at,
  json,
  kindOf,
  named,
  pk,
  ref,
  text,
  textOrNull,
  whole,
  yes,
  type RowOf,
  type Table,
  noByDefault,
} from './columns'

// The business, its stands, and what stands there.
const BUSINESS = {
  id: pk,
  name: text(80),
  createdAt: at,
  currency: { ...text(3), defaultValue: 'EUR' },
  region: { ...text(2), defaultValue: 'IE' },
  version: { ...whole, defaultValue: 1 },
}
const STAND = {
  id: pk,
  name: text(80),
  timeZone: text(60),
  labourPerH: amountOrNull,
  electricityPerKwh: amountOrNull,
  gasPerKwh: amountOrNull,
  roomC: { ...amount, defaultValue: SIP.roomC },
  sipMin: { ...amount, defaultValue: SIP.minutes },
  lossShare: amount,
  leftMl: { ...amount, defaultValue: 0 },
  massStepG: amount,
  volumeStepMl: amount,
  units: { ...kindOf(...UNIT_SYSTEMS), defaultValue: 'metric' },
  ounces: textOrNull(10),
  limon: textOrNull(10),
  bench: textOrNull(120),
  countPreps: { ...kindOf(...PREP_COSTS), defaultValue: 'standard' },
  holdControl: { ...kindOf(...HOLD_CONTROLS), defaultValue: 'cold' },
  taxShare: { ...amount, defaultValue: USUAL_STAND.taxShare },
  costShare: { ...amount, defaultValue: USUAL_STAND.costShare },
  closed: noByDefault,
  version: whole,
}
const CUP = {
  id: pk,
  name: text(80),
  capacityMl: amount,
  fillLineMl: amount,
  cupPrice: amount,
  lidPrice: amount,
  strawPrice: amount,
  version: whole,
}
const VESSEL = {
  id: pk,
  standId: ref,
  name: text(80),
  capacityMl: amount,
  heatProof: yes,
  acidProof: { ...yes, defaultValue: true },
  version: whole,
}
const EQUIPMENT = {
  id: pk,
  standId: ref,
  kind: kindOf(...EQUIPMENT_KINDS),
  name: text(80),
  powerW: amountOrNull,
  capacityMl: amountOrNull,
  capacityG: amountOrNull,
  stepG: amountOrNull,
  version: whole,
}
const SETTING = { name: named(40), value: json, version: whole }

export class Business extends Model {
  declare static readonly row: RowOf<typeof BUSINESS>
}
export class Stand extends Model {
  declare static readonly row: RowOf<typeof STAND>
}
export class Cup extends Model {
  declare static readonly row: RowOf<typeof CUP>
}
export class Vessel extends Model {
  declare static readonly row: RowOf<typeof VESSEL>
}
export class Equipment extends Model {
  declare static readonly row: RowOf<typeof EQUIPMENT>
}
export class Setting extends Model {
  declare static readonly row: RowOf<typeof SETTING>
}

export const PLACES: readonly Table[] = [
  [Business, 'business', BUSINESS],
  [Stand, 'stand', STAND],
  [Cup, 'cup', CUP],
  [Vessel, 'vessel', VESSEL],
  [Equipment, 'equipment', EQUIPMENT],
  [Setting, 'setting', SETTING],
]
