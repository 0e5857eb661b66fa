import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { build } from 'esbuild'

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))

/** Today in its frame; before them the styles for all screens, for the styles of parts come after these. */
const FIRST = /\/app\/(layouts\/default|pages\/today)\.vue$|\/(app\/theme|vuetify\/lib\/styles)\/[\w-]+\.css$/

export default defineNuxtConfig({
  // The build for production has a folder of its own, so that lint and types can be checked while it runs.
  ...(process.env.VIRGULTA_BUILD_DIR ? { buildDir: process.env.VIRGULTA_BUILD_DIR } : {}),
  modules: ['@pinia/nuxt', '@vueuse/nuxt', 'vuetify-nuxt-module', 'nuxt-auth-utils', '@nuxt/eslint'],
  components: [{ path: '~/components', pathPrefix: false }],
  devtools: { enabled: false },
  app: {
    head: {
      htmlAttrs: { lang: 'en' },
      title: 'Virgulta',
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/icon.svg' }],
      meta: [{ name: 'description', content: 'Plan crosses, work flowers, follow the seed.' }],
      // Before the style sheet: a script behind one waits for it.
      script: [{ innerHTML: readFileSync(here('./app/ask-early.js'), 'utf8'), tagPriority: 'critical' }],
    },
  },
  css: ['vuetify/styles/core', '~/theme/fonts.css', '~/theme/paper.css', '~/theme/drawing.css'],
  spaLoadingTemplate: here('./app/spa-loading-template.html'),
  // Who is signed in is asked by the application's own session store.
  auth: { loadStrategy: 'none' },
  runtimeConfig: {
    session: {
      name: 'virgulta',
      maxAge: 60 * 60 * 24 * 30,
      // Over TLS it is also Secure: server/utils/asker.ts.
      cookie: { sameSite: 'strict', httpOnly: true, secure: false },
    },
    // 64 MB for each password that is tried, twice over.
    hash: { scrypt: { cost: 65_536, parallelization: 2, maxMemory: 128 * 1024 * 1024 } },
  },
  alias: { '@virgulta/core': here('./core/src') },
  // A signed-in tool: screens are rendered in the browser, behind a painted shell.
  routeRules: { '/**': { ssr: false } },
  compatibilityDate: '2026-10-01',
  nitro: {
    compressPublicAssets: { gzip: true, brotli: true },
    esbuild: { options: { target: 'node20' } },
  },
  // A screen is fetched when it is pointed at: fetching all that a page links to costs a telephone more than it saves.
  // Where it cannot be fetched, app/plugins/screens.ts says what happens.
  experimental: {
    defaults: { nuxtLink: { prefetchOn: { interaction: true, visibility: false } } },
    emitRouteChunkError: 'manual',
  },
  vite: {
    // What a computation stands on is fetched when it is asked for.
    worker: { format: 'es' },
    // Few files: each costs a way to the server and back.
    build: {
      cssCodeSplit: false,
      rollupOptions: {
        output: {
          experimentalMinChunkSize: 20_000,
          // What is seen every morning is one file, with all that it stands on.
          manualChunks: id => (FIRST.test(id) ? 'first' : undefined),
        },
      },
    },
    optimizeDeps: {
      include: [
        'valibot',
        'date-fns',
        '@date-fns/tz',
        'uuid',
        'd3-scale',
        'd3-shape',
        'papaparse',
        'chart.js',
        'vue-chartjs',
        '@mdi/js',
      ],
    },
  },
  typescript: {
    strict: true,
    tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true, noUnusedLocals: true } },
  },
  telemetry: false,
  hooks: {
    // The heavy work of the server goes into threads, which need a bundle of their own beside the server's.
    'nitro:init'(nitro) {
      // By the types of its routes the server would be checked with the screens, which know the wire alone.
      nitro.hooks.hook('types:extend', types => void (types.routes = {}))
      nitro.hooks.hook('compiled', async () => {
        await build({
          entryPoints: [here('./server/heavy/thread.ts')],
          outfile: join(nitro.options.output.serverDir, 'thread.mjs'),
          bundle: true,
          platform: 'node',
          target: 'node20',
          format: 'esm',
          loader: { '.ttf': 'binary' },
          alias: { '@virgulta/core': here('./core/src') },
          // Libraries that are no modules ask for Node's own parts by this name.
          banner: {
            js: 'import { createRequire as requireFrom } from "node:module"; const require = requireFrom(import.meta.url);',
          },
        })
      })
    },
  },
  vuetify: {
    vuetifyOptions: './app/theme/vuetify.ts',
    // Its styles without the classes for everything: theme/paper.css has those that its parts use.
    moduleOptions: { styles: true, disableVuetifyStyles: true },
  },
})
