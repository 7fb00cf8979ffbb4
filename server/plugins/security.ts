import { createHash } from 'node:crypto'
import { setResponseHeader, setResponseHeaders } from 'h3'
import { defineNitroPlugin } from 'nitropack/runtime'

const INLINE_SCRIPT = /<script(?![^>]*\ssrc=)[^>]*>([\s\S]*?)<\/script>/g

/**
 * Headers on every answer; pages also get a content policy that names each script in them by its hash. The page is the
 * same for everybody and holds no data, so the copy that a service worker keeps is as safe as a fresh one.
 */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('request', (event) => {
    setResponseHeaders(event, {
      'x-content-type-options': 'nosniff',
      'referrer-policy': 'same-origin',
      'cross-origin-opener-policy': 'same-origin',
      'permissions-policy': 'camera=(), microphone=(), geolocation=()',
    })
    if (event.path.startsWith('/api/')) setResponseHeader(event, 'cache-control', 'no-store')
  })
  nitro.hooks.hook('render:response', (response, { event }) => {
    if (typeof response.body !== 'string') return
    const hashes = [...response.body.matchAll(INLINE_SCRIPT)].map(
      ([, code]) => `'sha256-${createHash('sha256').update(code!).digest('base64')}'`,
    )
    setResponseHeader(
      event,
      'content-security-policy',
      [
        "default-src 'self'",
        `script-src 'self' ${hashes.join(' ')} 'wasm-unsafe-eval'`,
        "style-src 'self' 'unsafe-inline'",
        "img-src 'self' data:",
        "font-src 'self'",
        "connect-src 'self'",
        "object-src 'none'",
        "base-uri 'none'",
        "form-action 'self'",
        "frame-ancestors 'none'",
      ].join('; '),
    )
  })
})
