import { readdirSync } from 'node:fs'
import { resolve } from 'node:path'
import { describe, expect, it } from 'vitest'
import { openTemporaryStore } from '@/server/temporary-store.test-data'

openTemporaryStore()
const METHODS = ['GET', 'POST', 'PUT', 'PATCH', 'DELETE'] as const
type Route = Partial<
  Record<(typeof METHODS)[number], (request: Request, context: object) => Promise<Response>>
>
// From the file system, so that a new one cannot be forgotten.
const files = readdirSync(import.meta.dirname, { recursive: true, encoding: 'utf8' })
  .filter((f) => f.endsWith('route.ts'))
  .sort()

describe('every route', () => {
  it('is found', () => expect(files.length).toBeGreaterThan(35))
  it.each(files)('%s refuses foreign hosts and other sites before anything else', async (file: string) => {
    const routes = (await import(/* @vite-ignore */ resolve(import.meta.dirname, file))) as Route
    const context = {
      params: Promise.resolve({ id: 'nowhere', sha: '0'.repeat(64), level: '0', name: 'x', version: 'x' }),
    }
    let count = 0
    for (const method of METHODS) {
      const handler = routes[method]
      if (!handler) continue
      count++
      const ask = (address: string, headers: Record<string, string>, body?: string) =>
        handler(
          new Request(address, { method, headers, ...(body && method !== 'GET' ? { body } : {}) }),
          context,
        )
      const foreign = await ask('http://rebound.example/', {}, '{}')
      expect(foreign.status).toBe(421)
      expect(foreign.headers.get('x-content-type-options')).toBe('nosniff')
      expect(foreign.headers.get('cross-origin-resource-policy')).toBe('same-origin')
      if (method === 'GET') continue
      const foreignHeaders: Record<string, string>[] = [
        { origin: 'http://elsewhere.example', 'content-type': 'text/plain' },
        { origin: 'null', 'content-type': 'text/plain' },
        { 'sec-fetch-site': 'cross-site', 'content-type': 'application/json' },
        { 'sec-fetch-site': 'same-site', 'content-type': 'application/json' },
      ]
      for (const headers of foreignHeaders)
        expect((await ask('http://localhost/', headers, '{}')).status, JSON.stringify(headers)).toBe(403)
    }
    expect(count).toBeGreaterThan(0)
  })
})
