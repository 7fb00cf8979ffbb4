import { Model } from 'sequelize'
import {
  at,
  atOrNull,
  counted,
  jsonOrNull,
  one,
  pk,
  ref,
  refOrNull,
  text,
  textOrNull,
  whole,
  yes,
  type RowOf,
  type Table,
} from './columns'

// Who works here, and how they get in.
const PERSON = {
  id: pk,
  name: text(80),
  login: text(60),
  passwordHash: text(255),
  pinHash: textOrNull(255),
  seal: textOrNull(44),
  role: one('crew', 'lead', 'owner'),
  /** where they work, and as what; null: everywhere, in their role */
  stands: jsonOrNull,
  locale: one('en', 'es'),
  active: yes,
  version: whole,
}
const SESSION = {
  id: pk,
  personId: ref,
  createdAt: at,
  expiresAt: at,
  revokedAt: atOrNull,
  deviceId: refOrNull,
  agent: textOrNull(200),
  seenAt: atOrNull,
}
const SIGN_IN_ATTEMPT = { id: counted, account: text(60), address: text(64), at, succeeded: yes }
const DEVICE = {
  id: pk,
  name: text(80),
  secretHash: text(64),
  personId: ref,
  enrolledAt: at,
  revokedAt: atOrNull,
  /** of a till: the stand that it is at */
  standId: refOrNull,
  /** of a tablet: the stand whose crew it shows; null: everybody's */
  tabletStandId: refOrNull,
}

export class Person extends Model {
  declare static readonly row: RowOf<typeof PERSON>
}
export class Session extends Model {
  declare static readonly row: RowOf<typeof SESSION>
}
export class SignInAttempt extends Model {
  declare static readonly row: RowOf<typeof SIGN_IN_ATTEMPT>
}
export class Device extends Model {
  declare static readonly row: RowOf<typeof DEVICE>
}

export const PEOPLE: readonly Table[] = [
  [Person, 'person', PERSON],
  [Session, 'session', SESSION],
  [SignInAttempt, 'sign_in_attempt', SIGN_IN_ATTEMPT],
  [Device, 'device', DEVICE],
]
