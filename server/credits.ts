import type { Credit } from '../core/outputs/manifest'
import { type Store, store } from './database'

/**
 * Keeps whom a stored file wants named, and what the file is called; nobody where `credit` is empty. `where-none`: what is
 * kept already stays.
 */
export async function keepCredit(
  db: Store,
  sha: string,
  name: string,
  credit: string,
  how: 'always' | 'where-none' = 'always',
): Promise<void> {
  if (credit === '') await db.deleteFrom('credits').where('sha', '=', sha).execute()
  else
    await db
      .insertInto('credits')
      .values({ sha, name, credit })
      .onConflict((c) =>
        how === 'always' ? c.column('sha').doUpdateSet({ name, credit }) : c.column('sha').doNothing(),
      )
      .execute()
}
/** Whom some files want named, by what they are called. */
export async function creditsOf(shas: Iterable<string>, open?: Store): Promise<(Credit & { sha: string })[]> {
  const db = open ?? (await store())
  return db
    .selectFrom('credits')
    .select(['sha', 'name as of', 'credit'])
    .where('sha', 'in', [...shas])
    .orderBy('name')
    .execute()
}
