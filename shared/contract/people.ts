import { ROUTES } from '../routes'
import {
  ROLES,
  byId,
  endpoint,
  id,
  instant,
  locale,
  made,
  name,
  ok,
  timeZone,
  version,
  z,
  type Endpoint,
} from './endpoint'
import { currency, region, units } from './store'

// Who works here, and how they get in.

export const login = z.string().trim().toLowerCase().min(2).max(60)
export const password = z.string().min(8).max(200)
/** Where somebody works who does not work everywhere, and what they are there. */
const atStand = z.object({ standId: id, role: z.enum(['crew', 'lead']) })
export type AtStand = z.infer<typeof atStand>
/** Nothing said of it: everywhere. */
const stands = z.array(atStand).max(200).nullable()
export const person = z.object({
  id,
  name,
  login,
  /** everywhere; of whoever works at some stands, the most that they are at one */
  role: z.enum(ROLES),
  stands,
  locale,
  active: z.boolean(),
  hasPin: z.boolean(),
  version,
})
export type Person = z.infer<typeof person>
const newPerson = z.object({
  id,
  name,
  login,
  password,
  role: z.enum(ROLES),
  stands: stands.default(null),
  locale: locale.default('en'),
})
const pin = z.string().regex(/^\d{4,8}$/)
export const sessionRow = z.object({
  id,
  personId: id,
  name,
  createdAt: instant,
  seenAt: instant.nullable(),
  agent: z.string().nullable(),
  device: z.string().nullable(),
  current: z.boolean(),
})
export type SessionRow = z.infer<typeof sessionRow>
export const device = z.object({
  id,
  name,
  enrolledAt: instant,
  by: z.string(),
  current: z.boolean(),
  /** of a till: the stand that it posts for */
  standId: id.nullable(),
  /** of a tablet: the stand whose crew it shows; null: everybody's */
  tabletStandId: id.nullable(),
})
export type DeviceRow = z.infer<typeof device>

export const PEOPLE = {
  getSetup: endpoint({
    ...ROUTES.getSetup,
    summary: 'Whether a first owner is still to be made',
    reply: z.object({ needed: z.boolean(), demo: z.boolean() }),
  }),
  setup: endpoint({
    ...ROUTES.setup,
    summary: 'First run: business, stand and owner; refused once there is an owner',
    body: z.object({
      business: name,
      stand: name,
      timeZone,
      region: region.default('IE'),
      currency: currency.optional(),
      units: units.optional(),
      owner: name,
      login,
      password,
      locale,
    }),
    reply: ok,
  }),
  signIn: endpoint({
    ...ROUTES.signIn,
    summary: 'Sign in',
    body: z.object({ login, password: z.string().min(1).max(200) }),
    reply: ok,
  }),
  me: endpoint({
    ...ROUTES.me,
    summary: 'Who is signed in',
    reply: z.object({ person, business: z.string(), region: z.string(), currency: z.string(), now: instant }),
  }),
  signOut: endpoint({ ...ROUTES.signOut, summary: 'Sign out', reply: ok }),
  setLocale: endpoint({
    ...ROUTES.setLocale,
    summary: 'Language of the person signed in',
    body: z.object({ locale }),
    reply: ok,
  }),
  getPin: endpoint({
    ...ROUTES.getPin,
    summary: 'Crew who may sign in by PIN, on a tablet that an owner enrolled; nobody elsewhere',
    reply: z.object({ enrolled: z.boolean(), people: z.array(z.object({ id, name })) }),
  }),
  pinIn: endpoint({
    ...ROUTES.pinIn,
    summary: 'Sign in by PIN on an enrolled tablet',
    body: z.object({ personId: id, pin }),
    reply: ok,
  }),
  putPassword: endpoint({
    ...ROUTES.putPassword,
    summary: 'Change the own password; every other session of it ends',
    body: z.object({ current: z.string().min(1).max(200), next: password }),
    reply: ok,
  }),
  getSeal: endpoint({
    ...ROUTES.getSeal,
    summary: 'The key that closes what a tablet has not sent of the person signed in',
    reply: z.object({ key: z.string() }),
  }),
  sessions: endpoint({
    ...ROUTES.sessions,
    summary: 'Live sessions: all for the owner, the own for others',
    reply: z.array(sessionRow),
  }),
  endSession: endpoint({ ...ROUTES.endSession, summary: 'End a session at once', params: byId, reply: ok }),
  devices: endpoint({ ...ROUTES.devices, summary: 'Enrolled tablets, and tills', reply: z.array(device) }),
  enrol: endpoint({
    ...ROUTES.enrol,
    summary: 'Enrol the tablet this is sent from, at a stand or for everybody',
    body: z.object({ id, name, standId: id.nullable().default(null) }),
    reply: ok,
  }),
  endDevice: endpoint({
    ...ROUTES.endDevice,
    summary: 'Strike a tablet off; its sessions end at once',
    params: byId,
    reply: ok,
  }),
  people: endpoint({ ...ROUTES.people, summary: 'People', reply: z.array(person) }),
  postPerson: endpoint({ ...ROUTES.postPerson, summary: 'Add a person', body: newPerson, reply: made }),
  putPerson: endpoint({
    ...ROUTES.putPerson,
    summary: 'Change a person; the last owner stays',
    params: byId,
    body: z.object({
      name,
      role: z.enum(ROLES),
      // Not said: as before.
      stands: stands.optional(),
      active: z.boolean(),
      version,
    }),
    reply: made,
  }),
  setPin: endpoint({
    ...ROUTES.setPin,
    summary: 'Set or take away the PIN of one of the crew',
    params: byId,
    body: z.object({ pin: pin.nullable() }),
    reply: ok,
  }),
  resetPassword: endpoint({
    ...ROUTES.resetPassword,
    summary: 'A new password for somebody who forgot theirs; their sessions end',
    params: byId,
    body: z.object({ password }),
    reply: ok,
  }),
} satisfies Record<string, Endpoint>
