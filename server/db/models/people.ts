import { Model } from 'sequelize'
import { at, atOrNull, counted, one, pk, ref, refOrNull, text, textOrNull, whole, yes, type Table } from './columns'

// Who works here, and how they get in.
export class Person extends Model {}
export class Session extends Model {}
export class SignInAttempt extends Model {}
export class Device extends Model {}

export const PEOPLE: readonly Table[] = [
  [
    Person,
    'person',
    {
      id: pk,
      name: text(80),
      login: text(60),
      passwordHash: text(255),
      pinHash: textOrNull(255),
      seal: textOrNull(44),
      role: one('crew', 'lead', 'owner'),
      locale: one('en', 'es'),
      active: yes,
      version: whole,
    },
  ],
  [
    Session,
    'session',
    {
      id: pk,
      personId: ref,
      createdAt: at,
      expiresAt: at,
      revokedAt: atOrNull,
      deviceId: refOrNull,
      agent: textOrNull(200),
      seenAt: atOrNull,
    },
  ],
  [SignInAttempt, 'sign_in_attempt', { id: counted, account: text(60), address: text(64), at, succeeded: yes }],
  [
    Device,
    'device',
    { id: pk, name: text(80), secretHash: text(64), personId: ref, enrolledAt: at, revokedAt: atOrNull },
  ],
]
