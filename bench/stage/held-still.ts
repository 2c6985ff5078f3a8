/** Time is counted in steps of so many ms. */
const STEP_MS = 50

/**
 * Calls `then` once something was held for `ms`; gives what stops it. Counted in steps, since a browser that is
 * busy takes what the hand did meanwhile only after its work: such time counts as one step, however long it was.
 */
export function heldStill(ms: number, then: () => void): () => void {
  let left = Math.ceil(ms / STEP_MS)
  let wait: ReturnType<typeof setTimeout> | undefined
  const step = () => {
    if (left-- <= 0) return then()
    wait = setTimeout(step, STEP_MS)
  }
  step()
  return () => clearTimeout(wait)
}
