import { v7 as uuid } from 'uuid'
import type { Body } from '#shared/contract'
import { newSyrup } from '#core/recipe'
import { usualOf } from '#core/region'
import { STARTING, USUAL_STAND } from '#core/stand'
import type { ProblemField } from '#shared/problem'
import { Business, Cup, Person, Recipe, RecipeUse, Stand, Vessel } from '../db/models'
import { inTransaction, toJson, type Read, type Tx } from '../db/connect'
import { UniqueConstraintError } from 'sequelize'
import { recordChange } from '../platform/changes'
import { now } from '../platform/clock'
import { assertTimeZone } from '../platform/days'
import { Refusal } from '../platform/errors'
import { signOff } from '../menu/standards'
import { hashSecret } from './secrets'
import { openSession, type Place } from './sessions'
import { inTurn } from '../platform/turns'

/**
 * One installation is one business: its id is fixed, so that of two first-run forms sent at once the second is refused.
 */
const BUSINESS_ID = '00000000-0000-7000-8000-000000000001'

export async function setupNeeded(tx: Read): Promise<boolean> {
  return (await Business.count({ transaction: tx })) === 0
}

/** @param errors what the screen says of it, where it is not the form of the first run that asks */
export async function assertNotSetUp(errors: ProblemField[] = []): Promise<void> {
  if (!(await setupNeeded(null))) throw new Refusal(409, 'already-set-up', errors)
}

/** The first run as anybody may send it: its password is hashed in its turn, with nothing of the database held. */
export function setUpSlowly(body: Body<'setup'>, place: Place): Promise<string> {
  return inTurn('strangers', async () => {
    await assertNotSetUp()
    const passwordHash = await hashSecret(body.password)
    return inTransaction((tx) => setUp(tx, body, passwordHash, place))
  })
}

const STAND = { ...USUAL_STAND, version: 1 }

/**
 * Business, stand and owner, a usual cup, two vessels and a plain syrup: enough to get to a drink. Returns the owner's
 * session.
 */
export async function setUp(
  tx: Tx,
  body: Omit<Body<'setup'>, 'password'>,
  passwordHash: string,
  place: Place = { agent: null, deviceId: null },
): Promise<string> {
  assertTimeZone(body.timeZone)
  const usual = usualOf(body.region)
  const units = body.units ?? usual.units
  const business = { name: body.business, region: body.region, currency: body.currency ?? usual.currency, version: 1 }
  try {
    await Business.create({ ...business, id: BUSINESS_ID, createdAt: now() }, { transaction: tx })
  } catch (e) {
    if (e instanceof UniqueConstraintError) throw new Refusal(409, 'already-set-up')
    throw e
  }
  const owner = {
    id: uuid(),
    name: body.owner,
    login: body.login,
    role: 'owner' as const,
    stands: null,
    locale: body.locale,
    active: true,
    version: 1,
  }
  const who = { personId: owner.id, role: owner.role, stands: null, key: null }
  const stand = { id: uuid(), name: body.stand, timeZone: body.timeZone, units, labourPerH: null, ...STAND }
  await Stand.create(stand, { transaction: tx })
  await Person.create({ ...owner, pinHash: null, passwordHash }, { transaction: tx })
  await recordChange(tx, who, 'stand', stand.id, null, stand)
  await recordChange(tx, who, 'person', owner.id, null, owner)
  const { cup, vessels } = STARTING[units]
  await Cup.create({ id: uuid(), ...cup, cupPrice: 0, lidPrice: 0, strawPrice: 0, version: 1 }, { transaction: tx })
  for (const vessel of vessels)
    await Vessel.create({ id: uuid(), standId: stand.id, ...vessel, heatProof: false, version: 1 }, { transaction: tx })
  await makeSyrup(tx, body.locale === 'es' ? 'Jarabe simple 1:1, por peso' : 'Simple syrup 1:1, by weight', who)
  return openSession(tx, owner.id, place)
}

async function makeSyrup(tx: Tx, name: string, who: Parameters<typeof recordChange>[1]): Promise<void> {
  const id = uuid()
  await Recipe.create(
    {
      id,
      kind: 'prep',
      name,
      shipped: 'simple-syrup',
      family: 'lemonade',
      draft: toJson(newSyrup()),
      sellPrice: null,
      version: 1,
      createdAt: now(),
    },
    { transaction: tx },
  )
  await RecipeUse.bulkCreate(
    ['white-sugar', 'water'].map((itemKey) => ({ recipeId: id, itemKey })),
    { transaction: tx },
  )
  await signOff(tx, id, { id: uuid(), version: 1, confirm: [] }, who)
}
