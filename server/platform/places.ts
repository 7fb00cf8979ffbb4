import { checkEquipment } from '#core/preps/equipment'
import {
  roleAt,
  type Body,
  type Cup as CupRow,
  type Equipment as EquipmentRow,
  type Reply,
  type Stand as StandRow,
  type Vessel as VesselRow,
} from '#shared/contract'
import { BatchRun, Cup, Equipment, Hold, Lot, Stand, Vessel } from '../db/models'
import { toNumber, toNumberOrNull, type Read, type Tx } from '../db/connect'
import { isBenchAddress } from '../devices/protocol'
import { listSends } from '../books/sends'
import { assertTimeZone } from './days'
import { save } from './documents'
import { invalid, notFound } from './errors'
import { seenBy, type Who } from '../people/who'
import { boundByBusiness, boundingRows, rowOf, rowsOf, type Row } from '../db/rows'

const standView = (r: Row<typeof Stand>): StandRow => ({
  ...r,
  labourPerH: toNumberOrNull(r.labourPerH),
  ounces: r.ounces as StandRow['ounces'],
  limon: r.limon as StandRow['limon'],
  countPreps: r.countPreps as StandRow['countPreps'],
  holdControl: r.holdControl,
  taxShare: toNumber(r.taxShare),
  costShare: toNumber(r.costShare),
  electricityPerKwh: toNumberOrNull(r.electricityPerKwh),
  gasPerKwh: toNumberOrNull(r.gasPerKwh),
  roomC: toNumber(r.roomC),
  sipMin: toNumber(r.sipMin),
  closed: Boolean(r.closed),
  lossShare: toNumber(r.lossShare),
  leftMl: toNumber(r.leftMl),
  massStepG: toNumber(r.massStepG),
  volumeStepMl: toNumber(r.volumeStepMl),
})
const cupView = (r: Row<typeof Cup>): CupRow => ({
  ...r,
  capacityMl: toNumber(r.capacityMl),
  fillLineMl: toNumber(r.fillLineMl),
  cupPrice: toNumber(r.cupPrice),
  lidPrice: toNumber(r.lidPrice),
  strawPrice: toNumber(r.strawPrice),
})
const vesselView = (r: Row<typeof Vessel>): VesselRow => ({
  ...r,
  capacityMl: toNumber(r.capacityMl),
  heatProof: Boolean(r.heatProof),
  acidProof: Boolean(r.acidProof),
})
const equipmentView = (r: Row<typeof Equipment>): EquipmentRow => ({
  ...r,
  kind: r.kind as EquipmentRow['kind'],
  powerW: toNumberOrNull(r.powerW),
  capacityMl: toNumberOrNull(r.capacityMl),
  capacityG: toNumberOrNull(r.capacityG),
  stepG: toNumberOrNull(r.stepG),
})

export async function listStands(tx: Read, who: Who): Promise<Reply<'stands'>> {
  const rows = await rowsOf(Stand, { order: ['id'], transaction: tx })
  return rows.filter((r) => roleAt(who, r.id) !== null).map(standView)
}
export async function listCups(tx: Read): Promise<Reply<'cups'>> {
  return (await rowsOf(Cup, { order: ['capacityMl', 'id'], transaction: tx })).map(cupView)
}
export async function listVessels(tx: Read, who: Who): Promise<Reply<'vessels'>> {
  return seenBy(who, await rowsOf(Vessel, { order: ['capacityMl', 'id'], transaction: tx })).map(vesselView)
}
export async function listEquipment(tx: Read, who: Who): Promise<Reply<'equipment'>> {
  const rows = await rowsOf(Equipment, { order: ['kind', 'name', 'id'], transaction: tx })
  return seenBy(who, rows).map(equipmentView)
}

/** A value that may be nothing: what is there stays only where nothing is said of it. */
const said = <T, U>(now: T | undefined, before: U): T | U => (now === undefined ? before : now)

export async function putStand(tx: Tx, id: string, body: Body<'putStand'>, who: Who): Promise<Reply<'putStand'>> {
  assertTimeZone(body.timeZone)
  if (body.bench && !isBenchAddress(body.bench)) throw invalid([{ field: 'bench', code: 'bench-address' }])
  const [before] = await boundingRows(Stand, tx, [id])
  if (!before) return addStand(tx, id, body, who)
  if (body.closed && !before.closed) await assertEmpty(tx, id)
  return save(tx, who, 'stand', id, standView(before), body, (row) =>
    Stand.update(
      {
        ...row,
        // What is not said stays as it is; a price of energy can be taken back.
        labourPerH: said(body.labourPerH, before.labourPerH),
        units: body.units ?? before.units,
        ounces: said(body.ounces, before.ounces),
        limon: said(body.limon, before.limon),
        countPreps: body.countPreps ?? before.countPreps,
        holdControl: body.holdControl ?? before.holdControl,
        taxShare: body.taxShare ?? before.taxShare,
        costShare: body.costShare ?? before.costShare,
        electricityPerKwh: said(body.electricityPerKwh, before.electricityPerKwh),
        gasPerKwh: said(body.gasPerKwh, before.gasPerKwh),
        roomC: body.roomC ?? before.roomC,
        sipMin: body.sipMin ?? before.sipMin,
        leftMl: body.leftMl ?? before.leftMl,
        closed: body.closed ?? Boolean(before.closed),
        bench: body.bench === undefined ? before.bench : body.bench || null,
      },
      { where: { id }, transaction: tx },
    ),
  )
}

/** One more stand: what is not said is as stands begin. */
function addStand(tx: Tx, id: string, body: Body<'putStand'>, who: Who): Promise<Reply<'putStand'>> {
  return save(tx, who, 'stand', id, null, body, (row) =>
    Stand.create({ id, ...row, labourPerH: body.labourPerH ?? null, bench: body.bench || null }, { transaction: tx }),
  )
}

/** @throws 422 where something is on the shelf, at the hatch, being made or on its way there, and for the last one */
async function assertEmpty(tx: Tx, standId: string): Promise<void> {
  const [lots, vessels, batches, coming] = await Promise.all([
    Lot.count({ where: { standId, open: true }, transaction: tx }),
    Hold.count({ where: { standId, open: true }, transaction: tx }),
    BatchRun.count({ where: { standId, open: true }, transaction: tx }),
    listSends(tx, standId),
  ])
  // One after the other, so that two of them cannot each close as the last but one.
  await boundByBusiness(tx)
  if ((await Stand.count({ where: { closed: false }, transaction: tx })) < 2)
    throw invalid([{ field: 'closed', code: 'last-stand' }])
  if (vessels) throw invalid([{ field: 'closed', code: 'stand-has-vessels', numbers: { vessels } }])
  if (batches) throw invalid([{ field: 'closed', code: 'stand-has-batches', numbers: { batches } }])
  const ways = coming.filter((s) => s.arrival === null && s.toStandId === standId).length
  if (ways) throw invalid([{ field: 'closed', code: 'stand-has-coming', numbers: { ways } }])
  if (lots) throw invalid([{ field: 'closed', code: 'stand-has-stock', numbers: { lots } }])
}

export async function putCup(tx: Tx, id: string, body: Body<'putCup'>, who: Who): Promise<Reply<'putCup'>> {
  if (body.fillLineMl > body.capacityMl)
    throw invalid([
      {
        field: 'fillLineMl',
        code: 'fill-line-above-brim',
        numbers: { fillLineMl: body.fillLineMl, capacityMl: body.capacityMl },
      },
    ])
  const before = await rowOf(Cup, { where: { id }, lock: tx.LOCK.UPDATE, transaction: tx })
  const known = before && cupView(before)
  // What is not said stays as it is.
  const priced = {
    ...body,
    cupPrice: body.cupPrice ?? known?.cupPrice ?? 0,
    lidPrice: body.lidPrice ?? known?.lidPrice ?? 0,
    strawPrice: body.strawPrice ?? known?.strawPrice ?? 0,
  }
  return save(tx, who, 'cup', id, known, priced, (row) =>
    before ? Cup.update(row, { where: { id }, transaction: tx }) : Cup.create({ id, ...row }, { transaction: tx }),
  )
}

export async function putVessel(tx: Tx, id: string, body: Body<'putVessel'>, who: Who): Promise<Reply<'putVessel'>> {
  if (!(await Stand.count({ where: { id: body.standId }, transaction: tx }))) throw notFound('standId')
  const before = await rowOf(Vessel, { where: { id }, lock: tx.LOCK.UPDATE, transaction: tx })
  // What is not said stays as it is.
  const told = { ...body, acidProof: body.acidProof ?? (before ? Boolean(before.acidProof) : true) }
  return save(tx, who, 'vessel', id, before && vesselView(before), told, (row) =>
    before
      ? Vessel.update(row, { where: { id }, transaction: tx })
      : Vessel.create({ id, ...row }, { transaction: tx }),
  )
}

export async function putEquipment(
  tx: Tx,
  id: string,
  body: Body<'putEquipment'>,
  who: Who,
): Promise<Reply<'putEquipment'>> {
  const wrong = checkEquipment(body)
  if (wrong.length) throw invalid(wrong)
  if (!(await Stand.count({ where: { id: body.standId }, transaction: tx }))) throw notFound('standId')
  const before = await rowOf(Equipment, { where: { id }, lock: tx.LOCK.UPDATE, transaction: tx })
  return save(tx, who, 'equipment', id, before && equipmentView(before), body, (row) =>
    before
      ? Equipment.update(row, { where: { id }, transaction: tx })
      : Equipment.create({ id, ...row }, { transaction: tx }),
  )
}
