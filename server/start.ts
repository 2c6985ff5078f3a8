import { problemIn } from '../host/problems'
import { backUpDaily } from './backups'
import { sweepBlobs } from './blobs'
import { sqliteOf, store } from './database'
import { runDeliveries } from './deliveries'
import { readInThreads } from './intake'
import { sweepLeftovers } from './leftovers'
import { READ_AHEAD } from './levels'
import { dataFolder } from './paths'
import { refuseUnguarded } from './serving'

const HOUR = 3600 * 1000

/** What must hold before anything is answered; throws a problem that says what to do. */
async function start(): Promise<void> {
  refuseUnguarded()
  readInThreads()
  const db = await store()
  await sweepBlobs()
  await sweepLeftovers()
  const copy = () =>
    backUpDaily(sqliteOf(db), dataFolder()).catch((thrown: unknown) =>
      console.error(problemIn(thrown)?.message ?? thrown),
    )
  await copy()
  setInterval(() => void copy(), 6 * HOUR).unref()
  void runDeliveries().catch((thrown: unknown) => console.error(thrown))
  // The server answers from now on, not before.
  setTimeout(() => void warmUp().catch(() => undefined), 50).unref()
}
/** Has the server read the code of the bench in, so that whoever comes first does not wait for it. */
async function warmUp(): Promise<void> {
  const port = process.env.PORT
  const [last] = await (await store())
    .selectFrom('designs')
    .select('id')
    .orderBy('updated_at', 'desc')
    .limit(1)
    .execute()
  if (!port || !last) return
  const design = `/designs/${last.id}`
  // What a bench asks for as it opens.
  for (const asked of [
    design,
    `/api${design}/log`,
    `/api${design}/house`,
    '/api/fonts',
    '/api/guide-sets',
    '/api/blobs/none/levels/0',
  ])
    await fetch(`http://127.0.0.1:${port}${asked}`, { headers: { [READ_AHEAD]: '1' } }).then((answer) =>
      answer.arrayBuffer(),
    )
}
/** The same; where it cannot, says why on the console and ends the process. */
export async function startOrEnd(): Promise<void> {
  try {
    await start()
  } catch (thrown) {
    console.error(`\nVivid Layer does not start. ${problemIn(thrown)?.message ?? thrown}\n`)
    process.exit(1)
  }
}
