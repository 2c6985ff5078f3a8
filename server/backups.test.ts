import { existsSync, mkdtempSync, readdirSync, rmSync, truncateSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { sql } from 'kysely'
import { afterAll, describe, expect, it } from 'vitest'
import { Problem } from '../core/basics/errors'
import { problemIn } from '../host/problems'
import { backUp, backUpAside, backUpDaily, listBackups, restoreBackup } from './backups'
import { openStore, type Store, sqliteOf, within } from './database'
import { holdFolder } from './lock'

const folders: string[] = []
afterAll(() => {
  for (const f of folders) rmSync(f, { recursive: true, force: true })
})
const folder = () => {
  const made = mkdtempSync(join(tmpdir(), 'vivid-backups-'))
  folders.push(made)
  return made
}
const file = (data: string) => join(data, 'vivid.sqlite')
const put = (db: Store, name: string) =>
  db.insertInto('campaigns').values({ id: name, name, created_at: 'now' }).execute()
const names = async (db: Store) =>
  (await db.selectFrom('campaigns').select('name').orderBy('name').execute()).map((r) => r.name)

describe('backups', () => {
  it('are whole while work goes on, one a day, the last seven of each kind', async () => {
    const data = folder()
    const db = await openStore(file(data))
    await put(db, 'first')
    expect(await backUpDaily(sqliteOf(db), data)).toMatch(/^daily-/)
    expect(await backUpDaily(sqliteOf(db), data)).toBeNull()
    for (let n = 0; n < 9; n++) {
      const [name] = await Promise.all([backUp(sqliteOf(db), data, 'by-hand'), put(db, `more ${n}`)])
      expect(name).toMatch(/^by-hand-/)
      await new Promise((resolve) => setTimeout(resolve, 3))
    }
    const kept = await listBackups(data)
    expect(kept.filter((b) => b.name.startsWith('by-hand-'))).toHaveLength(7)
    expect(kept.filter((b) => b.name.startsWith('daily-'))).toHaveLength(1)
    expect(readdirSync(join(data, 'backups')).filter((n) => !n.endsWith('.sqlite'))).toEqual([])
    await db.destroy()
  })
  it('are brought back in place of what is there, which is kept beside', async () => {
    const data = folder()
    const before = await openStore(file(data))
    await put(before, 'kept')
    const name = await backUpAside(data)
    await put(before, 'later')
    await before.destroy()
    const aside = await restoreBackup(data, name)
    const after = await openStore(file(data))
    expect(await names(after)).toEqual(['kept'])
    await after.destroy()
    const former = await openStore(aside as string)
    expect(await names(former)).toEqual(['kept', 'later'])
    await former.destroy()
  })
  it('are refused where they are damaged, missing, or a server works in the folder; nothing is changed', async () => {
    const data = folder()
    const db = await openStore(file(data))
    await put(db, 'kept')
    const name = await backUp(sqliteOf(db), data, 'by-hand')
    const release = holdFolder(data)
    await expect(restoreBackup(data, name)).rejects.toMatchObject({ kind: 'conflict' })
    release()
    truncateSync(join(data, 'backups', name), 9000)
    await expect(restoreBackup(data, name)).rejects.toMatchObject({ kind: 'damaged' })
    await expect(restoreBackup(data, '../vivid.sqlite')).rejects.toMatchObject({ kind: 'missing' })
    expect(await names(db)).toEqual(['kept'])
    await db.destroy()
  })
})

describe('a database', () => {
  it('that is damaged or emptied is not opened, and says what to do', async () => {
    const data = folder()
    const db = await openStore(file(data))
    for (let n = 0; n < 300; n++) await put(db, `campaign ${n}`)
    await backUp(sqliteOf(db), data, 'by-hand')
    await db.destroy()
    const bytes = new Uint8Array(200_000).fill(0x41)
    writeFileSync(file(data), bytes)
    await expect(openStore(file(data))).rejects.toThrow(/damaged.*restore/s)
    truncateSync(file(data), 0)
    await expect(openStore(file(data))).rejects.toThrow(/empty.*restore/s)
  })
  it('syncs every commit, and is copied before an upgrade', async () => {
    const data = folder()
    const db = await openStore(file(data))
    // 2 is FULL (SQLite documentation, PRAGMA synchronous).
    expect(sqliteOf(db).pragma('synchronous', { simple: true })).toBe(2)
    // As a version before left it.
    await sql.raw('alter table edits drop column version').execute(db)
    for (const table of ['edits', 'versions'])
      await sql.raw(`alter table ${table} drop column who`).execute(db)
    for (const table of ['saved_channels', 'fonts', 'credits'])
      await sql.raw(`drop table ${table}`).execute(db)
    await sql`delete from kysely_migration where name >= '006'`.execute(db)
    await db.destroy()
    await (await openStore(file(data))).destroy()
    expect((await listBackups(data)).map((b) => b.name.slice(0, 14))).toEqual(['before-upgrade'])
  })
  it('that has no room answers so and stores nothing by halves; with room it works again', async () => {
    const data = folder()
    const db = await openStore(file(data))
    const sqlite = sqliteOf(db)
    const pages = sqlite.pragma('page_count', { simple: true }) as number
    sqlite.pragma(`max_page_count = ${pages + 1}`)
    const both = () =>
      within(db, async (t) => {
        await put(t, 'small')
        await put(t, `large ${'x'.repeat(100_000)}`)
      })
    const thrown = await both().catch((error: unknown) => error)
    expect(problemIn(thrown)).toMatchObject({ kind: 'no-room' })
    expect(await names(db)).toEqual([])
    sqlite.pragma('max_page_count = 1000000')
    await both()
    expect(await names(db)).toHaveLength(2)
    await db.destroy()
  })
  it('is held by one process at a time; a folder that cannot be written to is said', () => {
    const data = folder()
    const release = holdFolder(data)
    expect(() => holdFolder(data)).toThrow(/Another Vivid Layer/)
    release()
    holdFolder(data)()
    writeFileSync(join(data, 'no-folder'), '')
    expect(() => holdFolder(join(data, 'no-folder'))).toThrow(Problem)
    expect(existsSync(join(data, 'lock.sqlite'))).toBe(true)
    expect(new Database(join(data, 'lock.sqlite')).open).toBe(true)
  })
})
