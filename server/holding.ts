import type { Store } from './database'

/** SQLite binds a limited number of values at once. */
const AT_ONCE = 5000

/** Says that someone needs these files: they are not swept while it does. What was held before stays held. */
export async function holdBlobsFor(db: Store, owner: string, shas: Iterable<string>): Promise<void> {
  const all = [...shas]
  for (let n = 0; n < all.length; n += AT_ONCE)
    await db
      .insertInto('blob_refs')
      .values(all.slice(n, n + AT_ONCE).map((sha) => ({ owner, sha, until: null })))
      .onConflict((c) => c.doNothing())
      .execute()
}
