import { type ChildProcess, spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import sharp from 'sharp'
import { channelPresets } from '../core/design/channels'
import { damagedFiles, type Hostile, hostileBodies } from '../e2e/faults/hostile'
import { note } from './report'

const PORT = '3919'
const BASE = `http://127.0.0.1:${PORT}`
const EDITS = 500
const KILLS = 200
/** After this threads that nobody needs have ended, ms. */
const REST_MS = 75_000
const asked = { 'content-type': 'application/json' }
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))
const post = (path: string, body: object) =>
  fetch(`${BASE}${path}`, { method: 'POST', headers: asked, body: JSON.stringify(body) })

function start(data: string): ChildProcess {
  return spawn(
    process.execPath,
    ['node_modules/next/dist/bin/next', 'start', '-p', PORT, '-H', '127.0.0.1'],
    {
      stdio: 'ignore',
      env: { ...process.env, VIVID_DATA: data, NEXT_TELEMETRY_DISABLED: '1' },
    },
  )
}
const isUp = () =>
  fetch(`${BASE}/api/campaigns`).then(
    (r) => r.ok,
    () => false,
  )
async function up(data: string): Promise<ChildProcess> {
  const server = start(data)
  for (let n = 0; n < 600 && !(await isUp()); n++) await pause(50)
  return server
}
async function down(server: ChildProcess, signal: NodeJS.Signals): Promise<void> {
  if (server.exitCode !== null || server.signalCode !== null) return
  const gone = new Promise((resolve) => server.once('exit', resolve))
  server.kill(signal)
  await gone
}
const bytesOf = (server: ChildProcess): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))?.[1]) * 1024

async function begun(name: string): Promise<string> {
  const [{ group: _, ...square }] = channelPresets as [(typeof channelPresets)[number]]
  const answer = await post('/api/designs', {
    name,
    campaign: 'Faults',
    channels: [square],
    master: square.id,
    colour: '#ffeedd',
  })
  return ((await answer.json()) as { id: string }).id
}
let count = 0
const renamed = (name: string, base: number) => ({
  id: `fault-${process.pid}-${++count}`,
  name: 'Rename',
  base,
  way: 'do',
  target: null,
  patches: [{ op: 'replace', path: ['name'], value: name }],
  inverse: [],
})
const picture = (n: number) =>
  sharp({
    create: { width: 300, height: 200, channels: 3, background: { r: n % 256, g: (n >> 8) % 256, b: 90 } },
  })
    .png()
    .toBuffer()

/** Single edits, one after the other, each synced to the disk before it is answered. */
async function measureEdits(design: string): Promise<void> {
  const times: number[] = []
  const begin = performance.now()
  for (let n = 0; n < EDITS; n++) {
    const sent = performance.now()
    const answer = await post(`/api/designs/${design}/edits`, {
      session: 'one-by-one',
      edits: [renamed(`Name ${n}`, n)],
    })
    if (answer.status !== 200) throw new Error(`An edit was answered ${answer.status}.`)
    times.push(performance.now() - sent)
  }
  note(`${EDITS} single edits, each answered before the next`, (performance.now() - begin) / 1000, 's', 10)
  note('A single edit, median', times.sort((a, b) => a - b)[EDITS >> 1] as number, 'ms', 15)
}

/** What the corpus of hostile requests costs everybody else, and what it leaves behind. */
async function measureHostile(server: ChildProcess, design: string): Promise<void> {
  const send = (h: Hostile) =>
    fetch(`${BASE}${h.path}`, {
      method: h.method,
      headers: h.headers,
      ...(h.body === null ? {} : { body: typeof h.body === 'string' ? h.body : new Uint8Array(h.body) }),
    })
  const files = await damagedFiles(400)
  // Everything that is loaded once is there before it is measured; threads that nobody needs have ended.
  for (const h of [...files.slice(0, 60), ...hostileBodies(60, design, 'nobody', 5)])
    await send(h).catch(() => undefined)
  await pause(REST_MS)
  const before = bytesOf(server)
  const all = [...hostileBodies(600, design, 'nobody'), ...files]
  let [at, longest, wrong, wait, done] = [0, 0, 0, 0, false]
  const one = async () => {
    for (let h = all[at++]; h; h = all[at++]) {
      const begin = performance.now()
      const answer = await send(h)
      await answer.arrayBuffer()
      longest = Math.max(longest, performance.now() - begin)
      if (answer.status < 200 || answer.status >= 500 || (answer.status >= 300 && answer.status < 400))
        wrong++
    }
  }
  const others = (async () => {
    while (!done) {
      const begin = performance.now()
      await fetch(`${BASE}/api/campaigns`)
      wait = Math.max(wait, performance.now() - begin)
      await pause(50)
    }
  })()
  await Promise.all([one(), one(), one(), one()])
  done = true
  await others
  await pause(REST_MS)
  note('Answers to 600 hostile bodies and 400 damaged files that are neither 2xx nor 4xx', wrong, '', 0)
  note('The longest of them took', longest / 1000, 's', 25)
  note('The longest that another request waited meanwhile', wait / 1000, 's', 1)
  note('Memory of the server after them, of before', bytesOf(server) / before, '×', 1.3)
}

type Acknowledged = { edits: Map<string, string>; files: Set<string>; deliveries: Set<string> }
const sizeOf = (a: Acknowledged): number => a.edits.size + a.files.size + a.deliveries.size
/** Work of one kind until the server is gone; what was answered is written down. */
async function work(
  kind: string,
  design: string,
  acknowledged: Acknowledged,
  gone: { yes: boolean },
): Promise<void> {
  while (!gone.yes)
    try {
      if (kind === 'uploads') {
        const bytes = await picture(++count)
        const answer = await fetch(`${BASE}/api/blobs`, {
          method: 'POST',
          headers: { 'x-file-name': `${count}.png` },
          body: new Uint8Array(bytes),
        })
        if (answer.ok) acknowledged.files.add(((await answer.json()) as { sha: string }).sha)
      } else if (kind === 'deliveries') {
        const answer = await post('/api/deliveries', {
          design,
          channels: ['square-post'],
          pages: ['page1'],
          format: 'png',
          quality: 90,
          scale: 1,
          bleed: false,
          ground: 'page',
          pattern: `{channel}-${++count}`,
        })
        if (answer.ok) acknowledged.deliveries.add(((await answer.json()) as { id: string }).id)
        await pause(150)
      } else {
        const at = (await (await fetch(`${BASE}/api/designs/${design}`)).json()) as { revision: number }
        const edit = renamed(`Name ${count}`, at.revision)
        const answer = await post(`/api/designs/${design}/edits`, { session: 'killed-tab', edits: [edit] })
        if (answer.status === 200) acknowledged.edits.set(edit.id, design)
      }
    } catch {
      // A connection of the server before, or the end of this one.
    }
}

/** How many things that were acknowledged are not there, straight after a kill. */
function lost(data: string, acknowledged: Acknowledged): { lost: number; damaged: boolean } {
  const sqlite = new Database(join(data, 'vivid.sqlite'))
  try {
    const damaged = sqlite.pragma('quick_check(1)', { simple: true }) !== 'ok'
    const edits = new Set((sqlite.prepare('select id from edits').all() as { id: string }[]).map((r) => r.id))
    const rows = new Set(
      (sqlite.prepare('select sha from blobs').all() as { sha: string }[]).map((r) => r.sha),
    )
    const deliveries = new Set(
      (sqlite.prepare('select id from deliveries').all() as { id: string }[]).map((r) => r.id),
    )
    const isWhole = (sha: string): boolean => {
      const path = join(data, 'blobs', sha.slice(0, 2), sha)
      return (
        rows.has(sha) &&
        existsSync(path) &&
        createHash('sha256').update(readFileSync(path)).digest('hex') === sha
      )
    }
    const missing =
      [...acknowledged.edits.keys()].filter((id) => !edits.has(id)).length +
      [...acknowledged.files].filter((sha) => !isWhole(sha)).length +
      [...acknowledged.deliveries].filter((id) => !deliveries.has(id)).length
    return { lost: missing, damaged }
  } finally {
    sqlite.close()
  }
}
/** The database as the version before left it, so that the next start upgrades it. */
function asBefore(data: string): void {
  const sqlite = new Database(join(data, 'vivid.sqlite'))
  try {
    for (const table of ['edits', 'versions'])
      if ((sqlite.pragma(`table_info(${table})`) as { name: string }[]).some((c) => c.name === 'who'))
        sqlite.exec(`alter table ${table} drop column who`)
    if ((sqlite.pragma('table_info(edits)') as { name: string }[]).some((c) => c.name === 'version'))
      sqlite.exec('alter table edits drop column version')
    sqlite.exec("delete from kysely_migration where name in ('006-who-edits', '007-edits-say-their-version')")
  } finally {
    sqlite.close()
  }
}

async function measureKills(data: string, design: string): Promise<void> {
  const acknowledged: Acknowledged = { edits: new Map(), files: new Set(), deliveries: new Set() }
  const kinds = ['edits', 'uploads', 'deliveries', 'upgrades', 'backups']
  let [missing, damaged] = [0, 0]
  for (let n = 0; n < KILLS; n++) {
    const kind = kinds[n % kinds.length] as string
    if (kind === 'upgrades') asBefore(data)
    if (kind === 'backups')
      for (const name of readdirSync(join(data, 'backups')))
        if (name.startsWith('daily-')) rmSync(join(data, 'backups', name))
    if (kind === 'upgrades' || kind === 'backups') {
      const server = start(data)
      await pause(200 + Math.random() * 1500)
      await down(server, 'SIGKILL')
    } else {
      const server = await up(data)
      const gone = { yes: false }
      const busy = ['edits', kind, kind].map((k) => work(k, design, acknowledged, gone))
      // The first answers load what they need; the kill comes in the midst of those after them.
      const [total, from] = [() => sizeOf(acknowledged), sizeOf(acknowledged)]
      for (let k = 0; k < 200 && total() < from + 3; k++) await pause(25)
      await pause(Math.random() * 600)
      await down(server, 'SIGKILL')
      gone.yes = true
      await Promise.all(busy)
    }
    const found = lost(data, acknowledged)
    missing += found.lost
    damaged += found.damaged ? 1 : 0
  }
  // What was under way is taken up again.
  const server = await up(data)
  let undone = acknowledged.deliveries.size
  for (let n = 0; n < 240 && undone > 0; n++) {
    await pause(500)
    const states = await Promise.all(
      [...acknowledged.deliveries].map(
        async (id) =>
          ((await (await fetch(`${BASE}/api/deliveries/${id}`)).json()) as { state: string }).state,
      ),
    )
    undone = states.filter((s) => s !== 'done').length
  }
  await down(server, 'SIGTERM')
  const whole = readdirSync(join(data, 'backups'))
    .filter((f) => f.endsWith('.sqlite'))
    .every((f) => {
      const copy = new Database(join(data, 'backups', f), { readonly: true })
      const ok = copy.pragma('quick_check(1)', { simple: true }) === 'ok'
      copy.close()
      return ok
    })
  const all = sizeOf(acknowledged)
  note(`Of ${all} acknowledged edits, uploads and deliveries over ${KILLS} kills, lost`, missing, '', 0)
  note('Databases found damaged after a kill', damaged, '', 0)
  note('Deliveries that were not taken up and finished', undone, '', 0)
  note('Backups that are not whole', whole ? 0 : 1, '', 0)
}

/** Losses under kills, and what hostile requests cost. Starts the built application on a fresh store. */
export async function measureFaults(): Promise<void> {
  mkdirSync('.cache', { recursive: true })
  const data = mkdtempSync(join(process.env.VIVID_FAULTS ?? tmpdir(), 'vivid-faults-'))
  try {
    const server = await up(data)
    const design = await begun('Killed')
    await measureEdits(await begun('One by one'))
    await measureHostile(server, design)
    await down(server, 'SIGTERM')
    await measureKills(data, design)
  } finally {
    rmSync(data, { recursive: true, force: true })
  }
}
