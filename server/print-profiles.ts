import { missing } from '../core/basics/errors'
import { type PrintProfile, readPrintProfile } from '../core/colour/icc'
import { proofTable } from '../core/colour/soft-proof'
import { generalProfile } from '../host/inks'
import type { PrintProfileInfo } from '../wire/print-profiles'
import { keptProfiles, ownerOfProfile, readBlob } from './blobs'
import { store } from './database'

/** The profiles that people brought. */
export async function listProfiles(): Promise<PrintProfileInfo[]> {
  const list: PrintProfileInfo[] = []
  for (const id of await keptProfiles()) {
    const kept = await open(id).catch(() => null)
    if (kept) list.push({ id, name: kept.name })
  }
  return list.sort((a, b) => a.name.localeCompare(b.name))
}
async function open(id: string): Promise<PrintProfile> {
  const bytes = await readBlob(id)
  if (!bytes)
    throw missing('This print profile is not kept here any more. The design is safe; choose another.')
  return readPrintProfile(bytes, 'Print profile')
}
/** Takes a profile out of the list. */
export async function forgetProfile(id: string): Promise<void> {
  await (await store()).deleteFrom('blob_refs').where('owner', '=', ownerOfProfile(id)).execute()
  tables.delete(id)
}

const tables = new Map<string, Promise<Uint8Array<ArrayBuffer>>>()
/** What becomes of colours in a profile's inks (`core/colour/soft-proof.ts`), told once; '' for the general profile. */
export function proofOf(id: string): Promise<Uint8Array<ArrayBuffer>> {
  const known = tables.get(id)
  if (known) return known
  const made = (id === '' ? generalProfile() : open(id)).then(proofTable)
  tables.set(id, made)
  made.catch(() => tables.delete(id))
  return made
}
