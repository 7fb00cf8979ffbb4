import { v5 } from 'uuid'

/**
 * The id of a row that a fact writes, from the fact and the row's place in it: the same on the tablet that wrote it, on
 * the server, and however often it is sent.
 */
export const rowId = (factId: string, place: string): string => v5(place, factId)
