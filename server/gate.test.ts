import { describe, expect, it } from 'vitest'
import { type Asked, refusalOf, servedHosts } from './gate'
import { refuseUnguarded, whoIn } from './serving'

const asked = (change: Partial<Asked>): Asked => ({
  method: 'POST',
  host: '127.0.0.1:3000',
  origin: null,
  fetchSite: null,
  ...change,
})
const status = (change: Partial<Asked>, hosts: readonly string[] = []) =>
  refusalOf(asked(change), hosts)?.status ?? null

describe('a request', () => {
  it('is answered for the loopback and for hosts that are named, for no other name that leads here', () => {
    for (const host of ['127.0.0.1:3000', 'localhost:3000', 'LOCALHOST', '[::1]:3000', '127.0.0.2'])
      expect(status({ host, method: 'GET' })).toBeNull()
    for (const host of [
      'evil.example',
      'localhost.evil.example',
      '127.0.0.1.evil.example:3000',
      '10.0.0.5',
      '',
      null,
      '[::2]:3000',
    ])
      expect(status({ host, method: 'GET' })).toBe(421)
    const hosts = servedHosts(' studio.example , studio.example:8443')
    expect([
      status({ host: 'studio.example', method: 'GET' }, hosts),
      status({ host: 'studio.example:8443', method: 'GET' }, hosts),
    ]).toEqual([null, null])
    expect(status({ host: 'other.example', method: 'GET' }, hosts)).toBe(421)
  })
  it('that changes anything comes from the application itself, or from no browser at all', () => {
    for (const method of ['POST', 'PUT', 'PATCH', 'DELETE']) {
      expect(status({ method, fetchSite: 'same-origin' })).toBeNull()
      expect(status({ method, fetchSite: 'cross-site' })).toBe(403)
      // Another port of the same machine is another application.
      expect(status({ method, fetchSite: 'same-site' })).toBe(403)
      expect(status({ method, origin: 'http://127.0.0.1:3000' })).toBeNull()
      expect(status({ method, origin: 'http://127.0.0.1:4000' })).toBe(403)
      expect(status({ method, origin: 'https://evil.example' })).toBe(403)
      expect(status({ method, origin: 'null' })).toBe(403)
      expect(status({ method })).toBeNull()
    }
    expect(status({ method: 'GET', fetchSite: 'cross-site', origin: 'https://evil.example' })).toBeNull()
  })
})

describe('a server', () => {
  it('answers beyond the loopback only behind a proxy that signs in, for hosts that are named', () => {
    const on =
      (env: Record<string, string>, ...addresses: string[]) =>
      () =>
        refuseUnguarded(env, addresses)
    expect(on({}, '127.0.0.1')).not.toThrow()
    expect(on({}, '::1', '::ffff:127.0.0.1')).not.toThrow()
    expect(on({}, '::')).toThrow(/no sign-in of its own.*README/)
    expect(on({}, '0.0.0.0')).toThrow()
    expect(on({ VIVID_HOSTS: 'designs.example' }, '0.0.0.0')).toThrow()
    expect(on({ VIVID_SIGN_IN: 'proxy' }, '0.0.0.0')).toThrow()
    expect(on({ VIVID_HOSTS: 'designs.example', VIVID_SIGN_IN: 'proxy' }, '0.0.0.0')).not.toThrow()
  })
  it('believes a header that says who asks only behind such a proxy', () => {
    const headers = new Headers({ 'x-who': ' Mara ' })
    const behind = { VIVID_HOSTS: 'designs.example', VIVID_SIGN_IN: 'proxy' }
    expect(whoIn(headers, { VIVID_USER_HEADER: 'x-who' })).toBeNull()
    expect(whoIn(headers, behind)).toBeNull()
    expect(whoIn(headers, { ...behind, VIVID_USER_HEADER: 'x-who' })).toBe('Mara')
    expect(whoIn(new Headers(), { ...behind, VIVID_USER_HEADER: 'x-who' })).toBeNull()
  })
})
