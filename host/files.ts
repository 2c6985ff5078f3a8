import { randomUUID } from 'node:crypto'
import { mkdir, open, rename, rm } from 'node:fs/promises'
import { dirname } from 'node:path'

/** Writes a file so that it is whole or not there, whatever stops: beside it, synced, renamed, the folder synced. */
export async function writeWhole(path: string, bytes: Uint8Array): Promise<void> {
  await mkdir(dirname(path), { recursive: true })
  const temporary = `${path}.${randomUUID()}`
  try {
    const file = await open(/* turbopackIgnore: true */ temporary, 'w')
    try {
      await file.writeFile(bytes)
      await file.sync()
    } finally {
      await file.close()
    }
    await rename(temporary, path)
  } catch (thrown) {
    await rm(temporary, { force: true })
    throw thrown
  }
  await syncFolder(dirname(path))
}
/** A rename lasts over a loss of power once its folder is synced. */
export async function syncFolder(path: string): Promise<void> {
  const folder = await open(/* turbopackIgnore: true */ path, 'r')
  try {
    await folder.sync()
  } finally {
    await folder.close()
  }
}
