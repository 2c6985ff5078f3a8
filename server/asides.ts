import { Problem } from '../core/basics/errors'
import { applyEdit, checkDesign, type Edit } from '../core/design/edits'
import type { Design } from '../core/design/schema'
import { blobsOf } from '../core/design/sources-of'
import { absentBlobs } from './blobs'
import { type Store, store } from './database'
import { loadDesign } from './designs'
import { designAt, editFrom, knownOf, listOfEdits, logOf, sessionOf } from './edits'
import { inTurn } from './turns'
import { keepVersion, replaceVersion, versionOf } from './versions'

/** What could not be held in the version: these edits fit neither state. */
export type SetAside = { version: string; left: { id: string; message: string }[] }

/**
 * Keeps edits that lost against another tab's as a version, whole: on the stored design, theirs over it, or where more of them
 * fit, on the state that their own tab saw. `into` adds to a version that was made so a moment before. The stored design stays.
 */
export async function setAside(
  designId: string,
  values: unknown,
  session: unknown,
  into: unknown,
  who: string | null = null,
): Promise<SetAside> {
  const [from, list] = [sessionOf(session), listOfEdits(values)]
  return inTurn(designId, async () => {
    const db = await store()
    const { design, revision } = await loadDesign(designId)
    const known = await knownOf(db, designId, list)
    const [edits, left] = readable(list, known)
    const before = typeof into === 'string' ? await versionOf(designId, into) : null
    const bases = before ? [before] : [design, await ownView(designId, edits, from, revision)]
    const tries = []
    for (const base of bases) if (base) tries.push(await onTop(db, base, edits))
    const [best] = tries.sort((a, b) => a.left.length - b.left.length)
    const made = best ?? { design, left: [] }
    if (before && typeof into === 'string') {
      await replaceVersion(db, into, made.design)
      return { version: into, left: [...left, ...made.left] }
    }
    const version = await keepVersion(
      db,
      made.design,
      revision,
      `From another tab: ${edits[0]?.name ?? 'edit'}`,
      'conflict',
      who,
    )
    return { version, left: [...left, ...made.left] }
  })
}

function readable(list: readonly unknown[], known: Map<string, number>): [Edit[], SetAside['left']] {
  const [edits, left]: [Edit[], SetAside['left']] = [[], []]
  for (const value of list)
    try {
      const edit = editFrom(value)
      if (!known.has(edit.id)) edits.push(edit)
    } catch (thrown) {
      if (!(thrown instanceof Problem)) throw thrown
      const id =
        typeof value === 'object' && value !== null && 'id' in value ? String(value.id).slice(0, 40) : ''
      left.push({ id, message: thrown.message })
    }
  return [edits, left]
}
/** What a tab saw as it made its first of these edits, with what of its own was stored since. */
async function ownView(
  designId: string,
  edits: readonly Edit[],
  session: string,
  revision: number,
): Promise<Design | null> {
  const base = Math.min(revision, ...edits.map((e) => e.base))
  try {
    const own = (await logOf(designId, base)).filter((l) => l.session === session)
    return own.reduce((d, { edit }) => applyEdit(d, edit.patches), await designAt(designId, base))
  } catch {
    return null
  }
}
/** As many of the edits as fit, in order. */
async function onTop(
  db: Store,
  base: Design,
  edits: readonly Edit[],
): Promise<{ design: Design; left: SetAside['left'] }> {
  let design = base
  const left: SetAside['left'] = []
  for (const { id, patches } of edits)
    try {
      const next = checkDesign(applyEdit(design, patches))
      if ((await absentBlobs(db, blobsOf(next))).length > 0)
        left.push({ id, message: 'It uses a picture that is not stored here.' })
      else design = next
    } catch (thrown) {
      if (!(thrown instanceof Problem)) throw thrown
      left.push({ id, message: thrown.message })
    }
  return { design, left }
}
