import { type Aside, dropUnsent, keepAside, readUnsent, type Unsent, whileFree } from './unsent'
import { sendAside, sendEdits } from './wire'

export type Recovered = { stored: number; versions: number; aside: Aside[]; text: string | null }
const BATCH = 100

/**
 * Sends what tabs left unsent that are gone, under their own names and on their own bases: what they had sent already is known by
 * its id. What lost goes into a version, what is refused is put aside; where the server does not answer, all stays as it is.
 */
export async function recoverUnsent({
  design,
  besides,
}: {
  design?: string
  besides?: string
} = {}): Promise<Recovered> {
  const out: Recovered = { stored: 0, versions: 0, aside: [], text: null }
  for (const queue of await readUnsent(design)) {
    if (queue.session === besides) continue
    await whileFree(queue.key, async () => {
      // Read again, as its tab may have been at work until now.
      const [now] = (await readUnsent(queue.design)).filter((q) => q.key === queue.key)
      if (now) await deliver(now, out).catch(() => undefined)
    })
  }
  const parts = [
    ...(out.stored > 0
      ? [
          `${count(out.stored, 'edit')} of a tab that was closed ${out.stored === 1 ? 'was' : 'were'} unsent and ${out.stored === 1 ? 'is' : 'are'} stored now`,
        ]
      : []),
    ...(out.versions > 0 ? ['what another tab had changed first is kept as a version'] : []),
    ...(out.aside.length > 0
      ? [
          `${count(out.aside.length, 'edit')} could not be stored and ${out.aside.length === 1 ? 'lies' : 'lie'} aside`,
        ]
      : []),
  ]
  const said = parts.join('; ')
  return { ...out, text: said ? `${said.slice(0, 1).toUpperCase()}${said.slice(1)}.` : null }
}
const count = (n: number, what: string): string => `${n} ${what}${n === 1 ? '' : 's'}`

async function deliver({ key, design, session, edits }: Unsent, out: Recovered): Promise<void> {
  let rest = edits
  let version: string | null = null
  const done = async (ids: ReadonlySet<string>) => {
    rest = rest.filter((e) => !ids.has(e.id))
    await dropUnsent(key, ids)
  }
  const putAside = async (id: string, message: string) => {
    const more = rest
      .filter((e) => e.id === id)
      .map((edit): Aside => ({ edit, message, at: new Date().toISOString() }))
    if (more.length === 0 || !(await keepAside(design, more))) throw new Error('not kept')
    out.aside.push(...more)
    await done(new Set([id]))
  }
  while (rest.length > 0) {
    const batch = rest.slice(0, BATCH)
    if (version === null) {
      const { results } = await sendEdits(design, session, batch)
      const taken = results.flatMap((r) => (r.kind === 'accepted' || r.kind === 'passed' ? [r.id] : []))
      out.stored += results.filter((r) => r.kind === 'accepted').length
      await done(new Set(taken))
      const last = results.at(-1)
      if (last?.kind === 'refused') await putAside(last.id, last.message)
      else if (last?.kind === 'conflict') {
        const lost = await sendAside(design, session, rest.slice(0, BATCH), null)
        version = lost.version
        out.versions++
        await afterAside(rest.slice(0, BATCH), lost.left)
      } else if (taken.length === 0) throw new Error('no answer')
    } else {
      const lost = await sendAside(design, session, batch, version)
      await afterAside(batch, lost.left)
    }
  }
  async function afterAside(
    sent: readonly { id: string }[],
    left: readonly { id: string; message: string }[],
  ): Promise<void> {
    for (const { id, message } of left) await putAside(id, message)
    await done(new Set(sent.map((e) => e.id)))
  }
}
