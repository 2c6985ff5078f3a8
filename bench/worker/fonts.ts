import { type FontFile, fontFileName } from '@/core/type/catalogue'

/** A font file from the server: shipped, or one that somebody brought; null where it cannot be had. */
export async function fetchedFont(file: FontFile): Promise<Uint8Array | null> {
  const from = file.source ? `/api/blobs/${file.source}` : `/generated/fonts/${fontFileName(file)}.ttf`
  const answer = await fetch(from)
  // A server in trouble may have it later; one that does not know it never will.
  if (answer.status >= 500) throw new Error(`The server did not send a typeface (${answer.status}).`)
  return answer.ok ? new Uint8Array(await answer.arrayBuffer()) : null
}
