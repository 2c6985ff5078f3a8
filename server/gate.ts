/** What a request says of where it comes from and goes to. */
export type Asked = { method: string; host: string | null; origin: string | null; fetchSite: string | null }
/** Why a request is not let in, for people, and the status it is answered with. */
export type Refusal = { status: 403 | 421; message: string }

/** Methods that only read. */
const READS: ReadonlySet<string> = new Set(['GET', 'HEAD', 'OPTIONS'])
const LOOPBACK: ReadonlySet<string> = new Set(['localhost', '127.0.0.1', '[::1]'])

/** A host without its port, in small letters. */
export function nameOf(host: string): string {
  const bracketed = /^(\[[^\]]*\])(?::\d+)?$/.exec(host)
  return (bracketed?.[1] ?? host.replace(/:\d+$/, '')).toLowerCase()
}
/** Hosts that are served beside the loopback: `VIVID_HOSTS`, names with or without a port, parted by commas. */
export const servedHosts = (setting: string | undefined): string[] =>
  (setting ?? '')
    .split(',')
    .map((h) => h.trim().toLowerCase())
    .filter(Boolean)

function isServed(host: string, hosts: readonly string[]): boolean {
  const name = nameOf(host)
  // A name that somebody else chose may lead here; the loopback's own names do not (DNS rebinding).
  if (LOOPBACK.has(name) || /^127(\.\d{1,3}){3}$/.test(name)) return true
  return hosts.includes(host.toLowerCase()) || hosts.includes(name)
}
/**
 * Why a request is refused; null for one that is let in. A host that is not served is refused whatever is asked; what changes
 * anything must come from this application's own pages: `Sec-Fetch-Site` (Fetch Metadata) says so, or the origin is the host.
 * Programs that are no browsers send neither.
 */
export function refusalOf(
  { method, host, origin, fetchSite }: Asked,
  hosts: readonly string[],
): Refusal | null {
  if (!host || !isServed(host, hosts))
    return {
      status: 421,
      message: `This server does not answer for ${host ? `“${host.slice(0, 80)}”` : 'no name at all'}. Nothing was changed; name its hosts in VIVID_HOSTS.`,
    }
  if (READS.has(method)) return null
  const foreign = {
    status: 403 as const,
    message:
      'This came from another site and was not taken. Nothing was changed; do it from the application itself.',
  }
  if (fetchSite !== null) return fetchSite === 'same-origin' || fetchSite === 'none' ? null : foreign
  if (origin === null) return null
  try {
    return new URL(origin).host.toLowerCase() === host.toLowerCase() ? null : foreign
  } catch {
    return foreign
  }
}

/** Why a request is refused, by what it says of itself and the hosts that are set; null for one that is let in. */
export const refusalFor = (
  { method, headers }: Pick<Request, 'method' | 'headers'>,
  host: string | null = headers.get('host'),
): Refusal | null =>
  refusalOf(
    { method, host, origin: headers.get('origin'), fetchSite: headers.get('sec-fetch-site') },
    servedHosts(process.env.VIVID_HOSTS),
  )

/** What is sent with every answer: nothing is guessed of its kind, no other site shows or reads it. */
export const GUARDS: Readonly<Record<string, string>> = {
  'X-Content-Type-Options': 'nosniff',
  'Referrer-Policy': 'no-referrer',
  'Cross-Origin-Resource-Policy': 'same-origin',
  'Content-Security-Policy': "frame-ancestors 'none'; base-uri 'none'; object-src 'none'; form-action 'self'",
}

/** What a page may load and run: its own, nothing from elsewhere, no script without the number (nonce) of this answer. */
export const pagePolicy = (nonce: string, development: boolean): string =>
  [
    "default-src 'self'",
    // The kernels are compiled from their file; development replaces modules by evaluating them.
    `script-src 'self' 'nonce-${nonce}' 'wasm-unsafe-eval'${development ? " 'unsafe-eval'" : ''}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self' data:",
    "connect-src 'self' data: blob:",
    "worker-src 'self' blob:",
    "frame-ancestors 'none'",
    "base-uri 'none'",
    "object-src 'none'",
    "form-action 'self'",
  ].join('; ')
