import { proofTable } from '../core/colour/soft-proof'
import { generalProfile } from '../host/inks'

let table: Promise<Uint8Array<ArrayBuffer>> | null = null
/** What becomes of colours in the general profile's inks (`core/colour/soft-proof.ts`), told once. */
export function generalProof(): Promise<Uint8Array<ArrayBuffer>> {
  table ??= generalProfile().then(proofTable)
  return table
}
