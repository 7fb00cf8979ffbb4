import { Stand } from '../db/models'
import type { Read } from '../db/connect'
import { lease, renewed } from '../db/locks'
import { Bridge } from '../devices/bridge'
import { notFound } from './errors'
import { ownUrl } from '../utils/own-address'
import { rowOf } from '../db/rows'

// A device talks to one at a time. Of all processes that serve a business one holds the bench of a stand; a tablet that
// asks another one is answered through that.

type GiveBack = ReturnType<typeof renewed>
interface Held {
  bridge: Bridge
  address: string
  giveBack: GiveBack
}
const held = new Map<string, Held>()
const leaseOf = (standId: string): string => `bench ${standId}`

/** host:port of a stand's bench; null where it has none. */
async function addressOf(tx: Read, standId: string): Promise<string | null> {
  const stand = await rowOf(Stand, { where: { id: standId }, transaction: tx })
  if (!stand) throw notFound('stand')
  return stand.bench === 'simulated' ? (process.env.OLVEX_BENCH ?? null) : stand.bench
}

/** Which process holds a stand's bench: this one where nobody does. @param dead a process that does not answer */
export async function benchHolder(standId: string, dead?: string): Promise<string> {
  if (held.has(standId)) return ownUrl()
  return lease(leaseOf(standId), ownUrl(), { dead })
}
export const isHere = (holder: string): boolean => holder === ownUrl()

/** The bridge to a stand's devices, which this process holds; null where the stand has none. */
export async function benchOf(tx: Read, standId: string): Promise<Bridge | null> {
  const address = await addressOf(tx, standId)
  const open = held.get(standId)
  if (open?.address === address) return open.bridge
  // At another address it is still this process that holds it: the lease goes on.
  const next = address ? opened(standId, address, open?.giveBack ?? leased(standId)) : null
  open?.bridge.close()
  return next
}

const leased = (standId: string): GiveBack =>
  renewed(leaseOf(standId), ownUrl(), {}, () => held.get(standId)?.bridge.close())

function opened(standId: string, address: string, giveBack: GiveBack): Bridge {
  const cut = address.lastIndexOf(':')
  const bridge = new Bridge(address.slice(0, cut), Number(address.slice(cut + 1)), () => {
    if (held.get(standId)?.bridge !== bridge) return
    held.delete(standId)
    void giveBack()
  })
  held.set(standId, { bridge, address, giveBack })
  return bridge
}
export const closeBridges = (): void => held.forEach((h) => h.bridge.close())
