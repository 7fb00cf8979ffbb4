import type { Entry, SealDb, StoredEntry, TabletDb } from './tablet-db'

/** Closes entries for whoever is not their person, and opens them for whoever is. */
export interface Vault {
  seal(entry: Entry): Promise<StoredEntry>
  /** null where the key of its person is not here */
  open(stored: StoredEntry): Promise<Entry | null>
}

const KIND = 'AES-GCM'
const IV_BYTES = 12

const bytesOf = (base64: string): Uint8Array<ArrayBuffer> => Uint8Array.from(atob(base64), (c) => c.charCodeAt(0))

/**
 * The server has a key for each person and gives it to a session of theirs. Here it lies as long as they are signed in,
 * usable and not readable; when they leave it goes, and what they have not sent stays as noise until they are back.
 */
export class TabletVault implements Vault {
  private readonly keys = new Map<string, CryptoKey>()

  constructor(
    private readonly db: TabletDb,
    private readonly seals: SealDb,
  ) {}

  async load(): Promise<void> {
    for (const { personId, key } of await this.seals.getAll('seals')) this.keys.set(personId, key)
  }

  has(personId: string): boolean {
    return this.keys.has(personId)
  }

  async learn(personId: string, base64: string): Promise<void> {
    const key = await crypto.subtle.importKey('raw', bytesOf(base64), KIND, false, ['encrypt', 'decrypt'])
    this.keys.set(personId, key)
    await this.seals.put('seals', { personId, key })
  }

  /** Everybody's key goes but one person's. */
  async forgetAllBut(personId: string | null): Promise<void> {
    for (const known of [...this.keys.keys()].filter((id) => id !== personId)) {
      this.keys.delete(known)
      await this.seals.delete('seals', known)
    }
  }

  async seal(entry: Entry): Promise<StoredEntry> {
    const { route, params, body, problem, ...outside } = entry
    const key = this.keys.get(entry.personId)
    if (key) {
      const iv = crypto.getRandomValues(new Uint8Array(IV_BYTES))
      const data = await crypto.subtle.encrypt(
        { name: KIND, iv },
        key,
        new TextEncoder().encode(JSON.stringify({ route, params, body, problem })),
      )
      return { ...outside, sealed: { iv, data } }
    }
    // Somebody left while an answer was on its way: what was sealed stays sealed, and says how it stands now.
    const before = entry.seq === undefined ? undefined : await this.db.get('outbox', entry.seq)
    return before && 'sealed' in before ? { ...outside, sealed: before.sealed } : entry
  }

  async open(stored: StoredEntry): Promise<Entry | null> {
    if (!('sealed' in stored)) return stored
    const { sealed, ...outside } = stored
    const key = this.keys.get(stored.personId)
    if (!key) return null
    try {
      const text = new TextDecoder().decode(
        await crypto.subtle.decrypt({ name: KIND, iv: sealed.iv }, key, sealed.data),
      )
      return { ...outside, ...(JSON.parse(text) as Pick<Entry, 'route' | 'params' | 'body' | 'problem'>) }
    } catch {
      return null
    }
  }
}
