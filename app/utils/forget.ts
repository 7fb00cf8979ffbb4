/**
 * What must go when somebody leaves the tablet, or is found to have been signed out elsewhere: each store says how it
 * forgets.
 */
const waysToForget: (() => void | Promise<void>)[] = []

export const onForget = (forget: () => void | Promise<void>): void => void waysToForget.push(forget)

export async function forgetEverything(): Promise<void> {
  await Promise.all(waysToForget.map((forget) => forget()))
}
