/** Run once when the server starts: takes up the deliveries that a stop or crash left undone. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return
  const { runDeliveries } = await import('./server/deliveries')
  void runDeliveries().catch((thrown: unknown) => console.error(thrown))
}
