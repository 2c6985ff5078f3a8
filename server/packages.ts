import { newId } from '../core/basics/ids'
import type { Design } from '../core/design/schema'
import { blobsOf } from '../core/design/sources-of'
import { type PackedVersion, writePackage } from '../core/formats/vivid-package'
import { lacking, readBlob, storePacked } from './blobs'
import { creditsOf } from './credits'
import { store } from './database'
import { createCampaign, createDesign, loadDesign } from './designs'
import { type choiceIn, importOpenRaster } from './open-raster'
import { keepVersion, listVersions, versionOf } from './versions'

/**
 * A design as a .vivid file, with all files that it names and whom they want named; with its kept states where these are asked
 * for. Throws `missing` where a file is.
 */
export async function packed(
  id: string,
  withVersions: boolean,
): Promise<{ design: Design; file: Uint8Array }> {
  const { design } = await loadDesign(id)
  const versions: PackedVersion[] = []
  if (withVersions)
    for (const { id: version, name, reason, createdAt, who } of (await listVersions(id)).reverse())
      versions.push({ name, reason, createdAt, who, design: await versionOf(id, version) })
  const blobs = new Map<string, Uint8Array>()
  for (const state of [design, ...versions.map((v) => v.design)]) {
    const absent: string[] = []
    for (const sha of blobsOf(state)) {
      const bytes = blobs.get(sha) ?? (await readBlob(sha))
      if (bytes) blobs.set(sha, bytes)
      else absent.push(sha)
    }
    if (absent.length > 0) throw lacking(state, absent)
  }
  const credits = await creditsOf(blobs.keys())
  return { design, file: writePackage({ design, blobs, credits, versions }) }
}

/**
 * Opens a .vivid package, or an OpenRaster file with all its layers or those chosen, as a new design. `notes` says what is shown
 * otherwise than the file asks for. Throws problems with a text for people, before any design is stored.
 */
export async function openPacked(
  file: Uint8Array,
  name: string,
  choice: ReturnType<typeof choiceIn>,
  signal: AbortSignal,
): Promise<{ id: string; notes: string[] }> {
  const { design, notes, versions } = choice
    ? { versions: [], ...(await importOpenRaster(file, name, choice, signal)) }
    : await storePacked(file, name, null, signal)
  const id = newId()
  await createDesign(await createCampaign('Opened packages'), { ...design, id })
  const db = await store()
  for (const v of versions)
    await keepVersion(db, { ...v.design, id }, 0, v.name, v.reason, v.who, v.createdAt)
  return { id, notes }
}
