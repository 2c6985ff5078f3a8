import { problemIn } from '../host/problems'
import { backUpDaily } from './backups'
import { sweepBlobs } from './blobs'
import { sqliteOf, store } from './database'
import { runDeliveries } from './deliveries'
import { readInThreads } from './intake'
import { sweepLeftovers } from './leftovers'
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
  setTimeout(() => void warmUp(), 50).unref()
}
/** Reads the code of the bench and of its calls in, so that whoever comes first does not wait for it. */
export async function warmUp(port = process.env.PORT): Promise<void> {
  if (!port) return
  for (const page of ['/designs/none', '/api/designs/none'])
    await fetch(`http://127.0.0.1:${port}${page}`).then(
      (answer) => answer.arrayBuffer(),
      () => undefined,
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
