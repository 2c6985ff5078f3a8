import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { ColourFamily } from '../core/colour/families'
import type { SourceInfo } from '../wire/sources'
import { everySupply } from './catalogue'
import type { Supply } from './supply'

/** What is known of a shipped file: all that reading it would tell. */
export type KnownSupply = SourceInfo & { colours: ColourFamily[] }
/** What is shipped, by its id; written by `npm run drawn -- --index`. */
export const known: Readonly<Record<string, KnownSupply>> = JSON.parse(
  readFileSync(join(/* turbopackIgnore: true */ process.cwd(), 'supplies/generated/index.json'), 'utf8'),
)
/** What is shipped. */
export const supplies: readonly Supply[] = everySupply.filter((s) => known[s.id])
/** A small picture of a shipped file for lists, as WebP. */
export function shippedPreview(sha: string): Uint8Array | null {
  const path = join(/* turbopackIgnore: true */ process.cwd(), 'supplies/generated/previews', `${sha}.webp`)
  return existsSync(path) ? new Uint8Array(readFileSync(path)) : null
}
