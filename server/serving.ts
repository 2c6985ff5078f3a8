import { Server } from 'node:net'
import { Problem } from '../core/basics/errors'
import { nameOf } from './gate'

const LOOPBACK = new Set(['localhost', '::1', '[::1]'])
const isLoopback = (address: string): boolean =>
  LOOPBACK.has(nameOf(address)) || LOOPBACK.has(address) || /^(::ffff:)?127(\.\d{1,3}){3}$/.test(address)

/** The addresses that this process listens on. */
function listening(): string[] {
  const handles = (process as unknown as { _getActiveHandles?: () => object[] })._getActiveHandles?.() ?? []
  return handles.flatMap((h) => {
    if (!(h instanceof Server)) return []
    const at = h.address()
    return typeof at === 'object' && at ? [at.address] : []
  })
}

/**
 * There is no sign-in of its own yet. Throws unless the server listens on the loopback alone, or `VIVID_HOSTS` names its hosts and
 * `VIVID_SIGN_IN=proxy` says that a reverse proxy with TLS and sign-in stands before it.
 */
export function refuseUnguarded(
  env: Readonly<Record<string, string | undefined>> = process.env,
  addresses: readonly string[] = listening(),
): void {
  if (addresses.every(isLoopback) || isProxied(env)) return
  throw new Problem(
    'bad-input',
    `Vivid Layer has no sign-in of its own yet, so it answers on this machine alone, not on ${addresses.join(', ')}. Start it with “-H 127.0.0.1”. To serve it beyond, put a reverse proxy with TLS and sign-in before it, name its hosts in VIVID_HOSTS and set VIVID_SIGN_IN=proxy: the README tells how.`,
  )
}
/** Who asks, by the header that `VIVID_USER_HEADER` names: only what a reverse proxy sets is believed. */
export function whoIn(
  headers: Headers,
  env: Readonly<Record<string, string | undefined>> = process.env,
): string | null {
  const name = env.VIVID_USER_HEADER
  return (isProxied(env) && name && headers.get(name)?.trim().slice(0, 80)) || null
}
/** Whether a reverse proxy signs people in, and so may say in a header who edits. */
export const isProxied = (env: Readonly<Record<string, string | undefined>> = process.env): boolean =>
  env.VIVID_SIGN_IN === 'proxy' && Boolean(env.VIVID_HOSTS)
