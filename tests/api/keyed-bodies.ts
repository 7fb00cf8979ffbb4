import { type Client, makeDrink, newStand, pressBody, uuid, weighIn } from './client'
import { panelBody, useBody, workBody } from './drink-bodies'

// A call that is right, for every write that carries a key: sent again it is done once, and by who does not work at its
// stand it is not done at all.

export const cupBody = (over: object = {}) => ({
  name: '300 mL',
  capacityMl: 330,
  fillLineMl: 300,
  cupPrice: 0.07,
  lidPrice: 0.02,
  strawPrice: 0,
  version: 0,
  ...over,
})
export const vesselBody = (stand: string, over: object = {}) => ({
  standId: stand,
  name: '40 L',
  capacityMl: 40000,
  heatProof: true,
  version: 0,
  ...over,
})

export const equipmentBody = (stand: string, over: object = {}) => ({
  standId: stand,
  kind: 'jar' as const,
  name: 'Big jar',
  powerW: null,
  capacityMl: 2000,
  version: 0,
  ...over,
})

/** A vessel that is put out, of a standard that there is. */
export async function holdBody(owner: Client, stand: string) {
  const { recipes } = (await owner.call('recipes')).body
  const { standard } = recipes.find((r: { shipped: string }) => r.shipped === 'simple-syrup')
  const rest = { way: 'cold' as const, control: 'cold' as const, washMin: 240, wPerK: 1.3, roomC: 22 }
  const versionId = standard.id as string
  return { id: uuid(), standId: stand, versionId, vessel: { name: 'Left one', capacityMl: 8000 }, ...rest }
}

const TILL_COLUMNS = { sale: 0, day: 1, time: null, product: 2, count: 3, paid: null, monthFirst: false }
export const sale = (versionId: string, over: object = {}) => ({
  ...{ saleId: uuid(), versionId, cupId: null, drinkMl: 300, cups: 2, at: new Date().toISOString(), ...over },
})

/** Some other stand; one is opened where there is none. */
export async function anotherThan(owner: Client, stand: string): Promise<string> {
  const stands = (await owner.call('stands')).body
  const other = stands.find((s: { id: string; closed: boolean }) => s.id !== stand && !s.closed)
  return other ? other.id : newStand(owner, 'Another')
}
export interface Keyed {
  params?: Record<string, string>
  body: object
}
/** As the owner sends them, at a stand: a new write needs a line here. */
export const keyedBodies = (owner: Client, stand: string): Record<string, () => Promise<Keyed>> => ({
  putBusiness: async () => {
    const { mayChangeCurrency: _, ...body } = (await owner.call('business')).body
    return { body }
  },
  putStand: async () => {
    const { id, ...body } = (await owner.call('stands')).body[0]
    return { params: { id }, body }
  },
  postIngredient: async () => ({ body: { id: uuid(), name: `Keyed ${uuid()}`, likeKey: 'lemon' } }),
  postPrice: async () => ({ body: { id: uuid(), ingredientKey: 'ginger', packPrice: 7, packG: 1000 } }),
  putIngredient: async () => ({
    params: { id: 'guava-puree' },
    body: {
      own: { composition: { glucose: 4 }, ph: null },
      version: (await owner.call('ingredients')).body.find((i: { key: string }) => i.key === 'guava-puree').version,
    },
  }),
  putHandling: async () => ({
    params: { id: 'guava' },
    body: {
      handling: { daysToRipe: 3, shares: { peel: 0.1 } },
      version: (await owner.call('ingredients')).body.find((i: { key: string }) => i.key === 'guava').version,
    },
  }),
  postPriceList: async () => ({
    body: {
      id: uuid(),
      rows: [{ ingredientKey: 'guava', packG: 2000, packPrice: 5, supplier: null, day: '2026-11-01' }],
    },
  }),
  postLotEvent: async () => ({
    params: { id: (await weighIn(owner, stand, 3)).id },
    body: { id: uuid(), event: { kind: 'discard', kg: 1, reason: 'soft' } },
  }),
  postArrival: async () => {
    const { id } = await weighIn(owner, await anotherThan(owner, stand), 3)
    const sendId = uuid()
    const event = { kind: 'send' as const, amount: 1000, toStandId: stand }
    await owner.call('postLotEvent', { params: { id }, body: { id: sendId, event } })
    return { body: { id: uuid(), sendId, standId: stand, amount: 1000 } }
  },
  postRun: async () => ({ body: { id: uuid(), standId: stand, name: 'As always', times: 1 } }),
  postRunEvent: async () => {
    const body = { id: uuid(), standId: stand, name: 'As always', times: 1 }
    await owner.call('postRun', { body })
    return { params: { id: body.id }, body: { id: uuid(), event: { kind: 'note', text: 'cloudy' } } }
  },
  postHold: async () => ({ body: await holdBody(owner, stand) }),
  postHoldEvent: async () => {
    const body = await holdBody(owner, stand)
    await owner.call('postHold', { body })
    const event = { kind: 'filled' as const, lotId: null, volumeMl: 900, tempC: 4 }
    return { params: { id: body.id }, body: { id: uuid(), event } }
  },
  putPour: async () => ({
    params: { id: uuid() },
    body: { standId: stand, versionId: (await holdBody(owner, stand)).versionId, drinkMl: 300, cups: 2 },
  }),
  putTill: async () => ({
    params: { id: stand },
    body: {
      ...{ header: ['No', 'Date', 'Item', 'Qty'], columns: TILL_COLUMNS, products: {} },
      // A stand has one till, and other tests may have told it something before.
      version: (await owner.call('till', { query: { stand } })).body.till?.version ?? 0,
    },
  }),
  pairTill: async () => ({ params: { id: stand }, body: { id: uuid(), name: 'Counter', secret: 'x'.repeat(43) } }),
  postSales: async () => ({
    body: { id: uuid(), standId: stand, rows: [sale((await holdBody(owner, stand)).versionId)] },
  }),
  putSoldOut: async () => ({
    params: { id: uuid() },
    body: { standId: stand, versionId: (await holdBody(owner, stand)).versionId },
  }),
  putPressMark: async () => {
    const body = pressBody((await weighIn(owner, stand, 5)).id)
    await owner.call('postPress', { body })
    return { params: { id: body.id }, body: { leftOut: true, reason: null, version: 0 } }
  },
  putCup: async () => ({ params: { id: uuid() }, body: cupBody() }),
  putVessel: async () => ({ params: { id: uuid() }, body: vesselBody(stand) }),
  putEquipment: async () => ({ params: { id: uuid() }, body: equipmentBody(stand) }),
  putWork: async () => ({ params: { id: uuid() }, body: await workBody(owner, stand) }),
  putUse: async () => ({ params: { id: uuid() }, body: await useBody(owner, stand) }),
  postPerson: async () => ({
    body: { id: uuid(), name: 'Key', login: `key-${uuid()}`, password: 'long-enough', role: 'crew' },
  }),
  putPerson: async () => {
    const id = uuid()
    await owner.call('postPerson', {
      body: { id, name: 'Key', login: `key-${id}`, password: 'long-enough', role: 'crew' },
    })
    return { params: { id }, body: { name: 'Key', role: 'lead', active: true, version: 1 } }
  },
  putBackups: async () => ({ body: { ...(await owner.call('backups')).body.setting, hour: 5 } }),
  postLot: async () => ({
    body: {
      id: uuid(),
      standId: stand,
      ingredientKey: 'lemon',
      supplier: null,
      kg: 3,
      price: { paid: 2.5, per: 'kg' },
      count: null,
    },
  }),
  postPack: async () => ({
    body: { id: uuid(), standId: stand, ingredientKey: 'honey', packs: 2, size: 1, unit: 'kg' },
  }),
  postBatch: async () => {
    const [{ standard }] = (await owner.call('recipes')).body.recipes.filter(
      (r: { kind: string; standard: object | null }) => r.kind === 'prep' && r.standard,
    )
    return {
      body: { id: uuid(), standId: stand, versionId: standard.id, out: { value: 900, unit: 'g' }, place: 'cold' },
    }
  },
  postPress: async () => ({ body: pressBody((await weighIn(owner, stand, 5)).id) }),
  putRecipe: async () => ({ params: { id: uuid() }, body: (await makeDrink(owner, `Keyed ${uuid()}`)).body }),
  signOff: async () => ({
    params: { id: (await makeDrink(owner, `Keyed ${uuid()}`)).id },
    body: { id: uuid(), version: 1 },
  }),
  putPlanLine: async () => ({
    params: { id: uuid() },
    body: {
      standId: stand,
      day: '2027-02-01',
      recipeId: (await makeDrink(owner, `Keyed ${uuid()}`)).id,
      cups: 12,
      version: 0,
    },
  }),
  postPanel: async () => ({ body: panelBody(stand) }),
  postPanelEvent: async () => {
    const body = panelBody(stand)
    await owner.call('postPanel', { body })
    return { params: { id: body.id }, body: { id: uuid(), event: { kind: 'ended' } } }
  },
  postTraining: async () => ({
    body: { id: uuid(), standId: stand, of: 'sweet', unit: 'brix', answers: [{ apart: 1, right: true }] },
  }),
  putDayNote: async () => ({
    params: { id: uuid() },
    body: { standId: stand, day: '2026-12-05', tags: ['rain'], closed: false, version: 0 },
  }),
  putDayTask: async () => ({
    params: { id: uuid() },
    body: {
      standId: stand,
      day: '2027-02-03',
      task: `${uuid()}/jug`,
      state: 'done',
      startsAt: '2027-02-03T08:00:00.000Z',
      hands: 'Ana',
      version: 0,
    },
  }),
  putServiceDay: async () => ({
    params: { id: uuid() },
    body: { standId: stand, day: '2027-02-03', opensAt: '10:00', closesAt: '16:00', shifts: [], version: 0 },
  }),
  voidFact: async () => ({ params: { id: (await weighIn(owner, stand, 2)).id }, body: { entity: 'lot' } }),
  restoreFact: async () => {
    const { id } = await weighIn(owner, stand, 2)
    await owner.call('voidFact', { params: { id }, body: { entity: 'lot' } })
    return { params: { id }, body: { entity: 'lot' } }
  },
})
