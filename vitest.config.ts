import { resolve } from 'node:path'
import { defineConfig } from 'vitest/config'

const alias = { '@': resolve(import.meta.dirname) }
const shared = { testTimeout: 120_000, pool: 'forks', maxWorkers: 2 } as const

export default defineConfig({
  test: {
    ...shared,
    projects: [
      // The core is pure: its tests read it in once for all of them.
      {
        resolve: { alias },
        test: { ...shared, name: 'core', include: ['core/**/*.test.ts'], isolate: false },
      },
      {
        resolve: { alias },
        test: {
          ...shared,
          name: 'rest',
          include: ['{app,bench,server,host,cli,supplies,measure}/**/*.test.ts'],
        },
      },
    ],
  },
})
