import { Model } from 'sequelize'
import { SIP } from '#core/process'
import { amount, amountOrNull, at, json, named, pk, ref, text, textOrNull, whole, yes, type Table } from './columns'

// The business, its stands, and what stands there.
export class Business extends Model {
  declare id: string
  declare name: string
}
export class Stand extends Model {}
export class Cup extends Model {}
export class Vessel extends Model {}
export class Setting extends Model {}

export const PLACES: readonly Table[] = [
  [Business, 'business', { id: pk, name: text(80), createdAt: at }],
  [
    Stand,
    'stand',
    {
      id: pk,
      name: text(80),
      timeZone: text(60),
      labourPerH: amount,
      electricityPerKwh: amountOrNull,
      gasPerKwh: amountOrNull,
      roomC: { ...amount, defaultValue: SIP.roomC },
      sipMin: { ...amount, defaultValue: SIP.minutes },
      lossShare: amount,
      massStepG: amount,
      volumeStepMl: amount,
      bench: textOrNull(120),
      version: whole,
    },
  ],
  [
    Cup,
    'cup',
    {
      id: pk,
      name: text(80),
      capacityMl: amount,
      fillLineMl: amount,
      cupPrice: amount,
      lidPrice: amount,
      strawPrice: amount,
      version: whole,
    },
  ],
  [Vessel, 'vessel', { id: pk, standId: ref, name: text(80), capacityMl: amount, heatProof: yes, version: whole }],
  [Setting, 'setting', { name: named(40), value: json, version: whole }],
]
