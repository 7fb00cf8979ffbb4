import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { generateSW } from 'workbox-build'

const here = (path: string): string => fileURLToPath(new URL(path, import.meta.url))
const alias = { '#core': here('./core'), '#shared': here('./shared') }

/** Types of packages that the core uses and that have none of their own, for whoever compiles the core too. */
const CORE_TYPES = ['../core/**/*.d.ts']

export default defineNuxtConfig({
  compatibilityDate: '2026-01-01',
  srcDir: 'app/',
  serverDir: here('./server'),
  buildDir: process.env.OLVEX_NUXT_DIR ?? '.nuxt',
  ssr: false,
  telemetry: false,
  spaLoadingTemplate: 'loading.html',
  modules: ['vuetify-nuxt-module', '@pinia/nuxt'],
  alias,
  app: {
    head: {
      title: 'Olvex',
      htmlAttrs: { lang: 'en' },
      meta: [
        { name: 'viewport', content: 'width=device-width, initial-scale=1' },
        { name: 'theme-color', content: '#F5F0E3' },
      ],
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/icon.svg' }],
    },
  },
  css: [
    '@fontsource-variable/bricolage-grotesque/index.css',
    '@fontsource-variable/atkinson-hyperlegible-next/index.css',
    '~/theme/main.scss',
    '~/theme/tables.scss',
    '~/theme/paper.scss',
  ],
  vuetify: {
    vuetifyOptions: './app/theme/vuetify.ts',
    moduleOptions: { styles: { configFile: './theme/settings.scss' }, ssrClientHints: undefined },
  },
  nitro: {
    alias,
    compressPublicAssets: { gzip: true, brotli: true },
    output: process.env.OLVEX_BUILD_OUT ? { dir: process.env.OLVEX_BUILD_OUT } : undefined,
    typescript: { strict: true, tsConfig: { include: CORE_TYPES } },
    // Every process of one build makes the same tags.
    replace: { __OLVEX_BUILD__: JSON.stringify(Date.now().toString(36)) },
  },
  experimental: { payloadExtraction: false, appManifest: false },
  hooks: {
    // What the door does not need is fetched when it is asked for; the service worker keeps all of it for later anyway.
    'build:manifest': (manifest) => {
      for (const part of Object.values(manifest)) part.prefetch = false
    },
    // The service worker: the page and its parts, kept on the tablet. Answers under /api are never its business.
    'nitro:build:public-assets': async (nitro) => {
      const folder = nitro.options.output.publicDir
      await generateSW({
        globDirectory: folder,
        // The solver too: a label is matched without a connection.
        globPatterns: ['**/*.{js,css,woff2,svg,wasm}'],
        maximumFileSizeToCacheInBytes: 4 * 1024 * 1024,
        swDest: join(folder, 'sw.js'),
        mode: 'production',
        sourcemap: false,
        inlineWorkboxRuntime: true,
        additionalManifestEntries: [{ url: '/', revision: String(Date.now()) }],
        navigateFallback: '/',
        navigateFallbackDenylist: [/^\/api\//],
        skipWaiting: true,
        clientsClaim: true,
        cleanupOutdatedCaches: true,
      })
    },
  },
  typescript: { strict: true, tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true }, include: CORE_TYPES } },
  vite: { build: { target: 'es2022' }, worker: { format: 'es' } },
  // The server's own start, with limits that its constructor takes; the development server has another.
  $production: { nitro: { entry: here('./server/entry.ts') } },
  // Nuxt 4.4.5 asks for a server entry in development even with `ssr: false`, and stops without one; it is never run.
  $development: {
    vite: {
      environments: {
        ssr: { build: { rollupOptions: { input: { server: here('./node_modules/nuxt/dist/app/entry.js') } } } },
      },
    },
  },
})
