import { resolve } from 'node:path'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  resolve: { alias: { '@': resolve(import.meta.dirname) } },
  test: {
    include: ['{app,core,bench,server,host,cli,supplies,measure}/**/*.test.ts'],
    testTimeout: 60_000,
    pool: 'forks',
    maxWorkers: 2,
  },
})
