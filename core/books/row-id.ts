import { v5 } from 'uuid'

/**
 * The id of a row that a fact writes, from the fact and the row's place in it: the same on the tablet that wrote it, on
 * the server, and however often it is sent.
 */
export const rowId = (factId: string, place: string): string => v5(place, factId)

/** What bases are named in: so that two tablets that make one of the same name make the same one. */
const BASES = '0c0d5f3e-9f4b-5a77-8a55-2b1d7f0f6a11'
/** The key of a base, from its name: capitals and spaces around it do not make another one. */
export const baseKeyOf = (name: string): string => rowId(BASES, name.trim().normalize('NFC').toLowerCase())
