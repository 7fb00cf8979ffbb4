/** Crockford's alphabet: nothing in it is taken for something else. */
const LETTERS = '0123456789ABCDEFGHJKMNPQRSTVWXYZ'
const LENGTH = 7
const BITS = 5

/**
 * What a lot is called on its label: seven letters of the end of its id, which is random. Of a thousand lots two have
 * the same once in some seventy thousand stands.
 */
export function shortCode(id: string): string {
  const bits = BigInt(`0x${id.replaceAll('-', '').slice(-9)}`)
  return Array.from({ length: LENGTH }, (_, i) => LETTERS[Number((bits >> BigInt(BITS * i)) & 31n)]).join('')
}

/** As it was typed or scanned: capitals or not, O for 0, I and L for 1. @returns null where it is no such code */
export function readCode(typed: string): string | null {
  const code = typed.trim().toUpperCase().replaceAll('O', '0').replaceAll(/[IL]/g, '1')
  return code.length === LENGTH && [...code].every((c) => LETTERS.includes(c)) ? code : null
}
