// Shared by all route bundles of the process.
const held = globalThis as { vividTurns?: Map<string, Promise<unknown>> }
held.vividTurns ??= new Map()
const turns = held.vividTurns

/** Jobs on one thing, one after the other; those on other things meanwhile. */
export function inTurn<T>(id: string, job: () => Promise<T>): Promise<T> {
  const run = (turns.get(id) ?? Promise.resolve()).then(job, job)
  const ended = run.catch(() => undefined)
  turns.set(id, ended)
  void ended.then(() => {
    if (turns.get(id) === ended) turns.delete(id)
  })
  return run
}
