/** Somebody signs in where a program runs. @returns the cookie of the session @throws Error where it is refused */
export async function signIn(url: string, login: string, password: string): Promise<string> {
  const answer = await fetch(`${url}/api/v1/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ login, password }),
  })
  if (!answer.ok) throw new Error(`signing in as ${login}: ${answer.status}`)
  return answer.headers
    .getSetCookie()
    .map((c) => c.split(';')[0])
    .join('; ')
}
/** The owner of the demo. */
export const asOwner = (url: string): Promise<string> => signIn(url, 'owner', 'tart-and-cold')

/** The stand of the demo. */
export async function firstStand(url: string, cookie: string): Promise<string> {
  const stands = await fetch(`${url}/api/v1/stands`, { headers: { cookie } })
  return ((await stands.json()) as { id: string }[])[0]!.id
}
