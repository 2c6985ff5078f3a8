import { type OwnFace, ownFaceId, ownFaceSchema } from '../core/type/own-face'
import { ownerOfFont, storeFontFile } from './blobs'
import { now, type Store, store } from './database'

/** The faces that people brought for all designs, by family. */
export async function listFonts(): Promise<OwnFace[]> {
  const rows = await (await store()).selectFrom('fonts').selectAll().orderBy('family').orderBy('id').execute()
  return rows.map((r) => ownFaceSchema.parse(JSON.parse(r.document)))
}
/** Takes in a font file for all designs. Throws problems with a text for people; nothing is stored then. */
export async function storeFont(bytes: Uint8Array, name: string, signal?: AbortSignal): Promise<OwnFace[]> {
  const faces = await storeFontFile(bytes, name, signal)
  await keepFaces(await store(), faces)
  return faces
}
/** Keeps faces in the list; what is there already stays. */
async function keepFaces(db: Store, faces: readonly OwnFace[]): Promise<void> {
  if (faces.length === 0) return
  await db
    .insertInto('fonts')
    .values(
      faces.map((f) => ({
        id: ownFaceId(f),
        family: f.family,
        source: f.source,
        document: JSON.stringify(f),
        created_at: now(),
      })),
    )
    .onConflict((c) => c.doNothing())
    .execute()
}
/** Takes a family out of the list; designs that are set in it keep its file. */
export async function forgetFont(family: string): Promise<void> {
  await (await store()).transaction().execute(async (t) => {
    const rows = await t.selectFrom('fonts').select('source').where('family', '=', family).execute()
    await t.deleteFrom('fonts').where('family', '=', family).execute()
    for (const { source } of rows)
      await t.deleteFrom('blob_refs').where('owner', '=', ownerOfFont(source)).execute()
  })
}
