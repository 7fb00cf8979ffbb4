// Parts of Nitro that its own start of the server uses and that come without types.
declare module '#nitro-internal-pollyfills'
declare module 'nitropack/runtime/internal' {
  import type { Server } from 'node:http'
  import type { NitroApp } from 'nitropack/types'

  export function trapUnhandledNodeErrors(): void
  export function setupGracefulShutdown(listener: Server, nitroApp: NitroApp): void
}
