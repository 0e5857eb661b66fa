import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const alias = { '@virgulta/core': fileURLToPath(new URL('./core/src', import.meta.url)) }

export default defineConfig({
  resolve: { alias },
  test: {
    projects: [
      {
        resolve: { alias },
        test: {
          name: 'unit',
          include: ['{core,demo,cli,app,scripts,server,shared}/**/*.test.ts'],
          testTimeout: 60_000,
          // Nothing here keeps a state of its own: what a file stands on is loaded once for all.
          isolate: false,
          unstubEnvs: true,
          maxWorkers: 2,
        },
      },
      {
        resolve: { alias },
        test: {
          name: 'server',
          include: ['tests/server/**/*.test.ts'],
          globalSetup: 'tests/server/setup.ts',
          testTimeout: 120_000,
          hookTimeout: 240_000,
          // As many databases and servers are made: see `tests/server/lane.ts`.
          maxWorkers: 2,
        },
      },
    ],
  },
})
