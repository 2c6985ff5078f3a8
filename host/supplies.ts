import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { missing, Problem } from '../core/basics/errors'
import type { Known, Lookup } from '../supplies/demo/builder'
import { known, supplies } from '../supplies/shipped'
import { sha256 } from './project'

export type LoadedSupply = Known & { bytes: Uint8Array }

/** Reads every shipped supply; what is known of each is what its file is, or it throws. */
export async function loadSupplies(): Promise<Map<string, LoadedSupply>> {
  const out = new Map<string, LoadedSupply>()
  for (const s of supplies) {
    const bytes = new Uint8Array(
      readFileSync(join(/* turbopackIgnore: true */ process.cwd(), 'supplies/generated', s.file)),
    )
    const info = known[s.id]
    const sha = sha256(bytes)
    if (!info || info.sha !== sha)
      throw new Problem(
        'bad-input',
        `The shipped file ${s.file} is not the one that is known. Run: npm run drawn -- --index`,
      )
    const { width, height, parts } = info
    out.set(s.id, {
      bytes,
      sha,
      width,
      height,
      ...(parts ? { parts } : {}),
      ...(s.focal ? { focal: s.focal } : {}),
    })
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
