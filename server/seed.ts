/** Fills an empty store with the shipped supplies and the sample campaigns. Run by `npm run demo`. */
import { sql } from 'kysely'
import { checkDesign } from '../core/design/edits'
import { arrangementKey } from '../core/design/schema'
import { resolve } from '../core/resolve/resolve'
import { openHost } from '../host/project'
import { type LoadedSupply, loadSupplies, lookupIn } from '../host/supplies'
import { samples } from '../supplies/demo/designs'
import { known, shippedPreview, supplies } from '../supplies/shipped'
import { readBlob, storeKnown, sweepBlobs } from './blobs'
import { store } from './database'
import { createCampaign, createDesign } from './designs'
import { keepPreview } from './pictures'
import { addSupply, describeSupplies } from './supplies'

/** Takes in the shipped supplies that are not there yet; how many. */
export async function seedSupplies(loaded: ReadonlyMap<string, LoadedSupply>): Promise<number> {
  const db = await store()
  const have = new Set(
    (await db.selectFrom('supplies').select(['id', 'sha']).execute()).map((r) => `${r.id}/${r.sha}`),
  )
  let added = 0
  for (const [n, s] of supplies.entries()) {
    const found = loaded.get(s.id)
    if (!found || have.has(`${s.id}/${found.sha}`)) continue
    await sql`delete from supplies where id = ${s.id}`.execute(db)
    const info = known[s.id]
    if (!info) continue
    await storeKnown(info, found.bytes, `supply:${s.id}`)
    const preview = shippedPreview(info.sha)
    if (preview) await keepPreview(info.sha, preview)
    await addSupply({
      id: s.id,
      sha: found.sha,
      kind: s.kind,
      label: s.label,
      words: s.words,
      own: false,
      blend: s.blend,
      focal: s.focal ?? null,
      rank: n + 1,
      colours: info.colours,
    })
    added++
  }
  await describeSupplies()
  return added
}

export async function seed(say: (text: string) => void): Promise<void> {
  const db = await store()
  const loaded = await loadSupplies()
  const added = await seedSupplies(loaded)
  if (added > 0) say(`Took in ${added} supplies.`)
  const { count } = await db
    .selectFrom('designs')
    .select(db.fn.countAll<number>().as('count'))
    .executeTakeFirstOrThrow()
  if (count > 0) {
    await sweepBlobs()
    return
  }
  const host = openHost(readBlob)
  for (const sample of samples) {
    const design = checkDesign(sample.make(lookupIn(loaded)))
    await host.ready(design)
    // The arrangements are chosen once and stored, so that the samples never move.
    for (const page of Object.keys(design.pages))
      for (const channel of Object.keys(design.channels)) {
        const { arrangement } = resolve(design, { page, channel }, host)
        if (arrangement) design.arrangements[arrangementKey(page, channel)] = arrangement
      }
    await createDesign(await createCampaign(sample.campaign), design)
    say(`Loaded the sample design “${design.name}”.`)
  }
}
