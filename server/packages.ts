import { newId } from '../core/basics/ids'
import { relinked } from '../core/design/linked'
import type { Design } from '../core/design/schema'
import { blobsOf } from '../core/design/sources-of'
import { type PackedVersion, writePackage } from '../core/formats/vivid-package'
import { lacking, readBlob, storePacked } from './blobs'
import { creditsOf } from './credits'
import { store } from './database'
import { createCampaign, createDesign, loadDesign } from './designs'
import { linkedFrom } from './linked'
import { type choiceIn, importOpenRaster } from './open-raster'
import { keepVersion, listVersions, versionOf } from './versions'

/** What comes along in a package beside the design and its files. */
export type Along = { versions: boolean; linked: boolean }
/**
 * A design as a .vivid file, with all files that it names and whom they want named; with its kept states and the designs that it
 * shows where these are asked for. Throws `missing` where a file is.
 */
export async function packed(id: string, along: Along): Promise<{ design: Design; file: Uint8Array }> {
  const { design } = await loadDesign(id)
  const versions: PackedVersion[] = []
  const linked = along.linked ? await linkedFrom(design) : []
  if (along.versions)
    for (const { id: version, name, reason, createdAt, who } of (await listVersions(id)).reverse())
      versions.push({ name, reason, createdAt, who, design: await versionOf(id, version) })
  const blobs = new Map<string, Uint8Array>()
  for (const state of [design, ...versions.map((v) => v.design), ...linked]) {
    const absent: string[] = []
    for (const sha of blobsOf(state)) {
      const bytes = blobs.get(sha) ?? (await readBlob(sha))
      if (bytes) blobs.set(sha, bytes)
      else absent.push(sha)
    }
    if (absent.length > 0) throw lacking(state, absent)
  }
  const credits = await creditsOf(blobs.keys())
  return { design, file: writePackage({ design, blobs, credits, versions, linked }) }
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
  const { design, notes, versions, linked } = choice
    ? { versions: [], linked: [], ...(await importOpenRaster(file, name, choice, signal)) }
    : await storePacked(file, name, null, signal)
  const id = newId()
  const campaign = await createCampaign('Opened packages')
  // All come in under new ids, and show each other by these.
  const names = new Map([[design.id, id], ...linked.map((d): [string, string] => [d.id, newId()])])
  for (const d of linked) await createDesign(campaign, { ...relinked(d, names), id: names.get(d.id) })
  await createDesign(campaign, { ...relinked(design, names), id })
  const db = await store()
  for (const v of versions)
    await keepVersion(db, { ...relinked(v.design, names), id }, 0, v.name, v.reason, v.who, v.createdAt)
  return { id, notes }
}
