import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import sharp from 'sharp'
import { missing } from '../core/basics/errors'
import { readSvg } from '../core/vector/svg'
import { supplies } from '../supplies/catalogue'
import type { Known, Lookup } from '../supplies/demo/builder'
import { sha256 } from './project'

export type LoadedSupply = Known & { bytes: Uint8Array }

/** Reads every shipped supply: bytes, hash, size, and the parts of graphics. */
export async function loadSupplies(): Promise<Map<string, LoadedSupply>> {
  const out = new Map<string, LoadedSupply>()
  for (const s of supplies) {
    const bytes = new Uint8Array(
      readFileSync(join(/* turbopackIgnore: true */ process.cwd(), 'supplies/generated', s.file)),
    )
    if (s.kind === 'graphic') {
      const art = readSvg(new TextDecoder().decode(bytes))
      out.set(s.id, { bytes, sha: sha256(bytes), width: art.width, height: art.height, parts: art.parts })
    } else {
      const { width = 1, height = 1 } = await sharp(bytes).metadata()
      out.set(s.id, { bytes, sha: sha256(bytes), width, height, ...(s.focal ? { focal: s.focal } : {}) })
    }
  }
  return out
}

export const lookupIn =
  (loaded: ReadonlyMap<string, LoadedSupply>): Lookup =>
  (id) => {
    const found = loaded.get(id)
    if (!found) throw missing(`There is no supply called “${id}”.`)
    return found
  }
