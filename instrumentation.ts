/** Run once when the server starts: what stands in its way is said, and it ends, before anybody works in it. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return
  const { startOrEnd } = await import('./server/start')
  await startOrEnd()
}
