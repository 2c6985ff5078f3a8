import { useEffect, useRef, useState } from 'react'

/** How long what was let go is shown at most where nothing new is given, ms. */
const PATIENCE_MS = 400

/**
 * A value that a hand changes: shown at once, though what is given follows later or only a few times a second. `hold`
 * takes what the hand says, `letGo` ends it: what is given shows again as soon as it changes.
 */
export function useHeld<T>(given: T): { value: T; hold: (value: T) => void; letGo: () => void } {
  const [held, setHeld] = useState<{ value: T } | null>(null)
  const loose = useRef<ReturnType<typeof setTimeout> | null>(null)
  const drop = () => {
    if (loose.current) clearTimeout(loose.current)
    loose.current = null
    setHeld(null)
  }
  // biome-ignore lint/correctness/useExhaustiveDependencies: only what is given ends it.
  useEffect(() => {
    if (loose.current) drop()
  }, [given])
  useEffect(() => () => void (loose.current && clearTimeout(loose.current)), [])
  return {
    value: held ? held.value : given,
    hold(value) {
      if (loose.current) clearTimeout(loose.current)
      loose.current = null
      setHeld({ value })
    },
    letGo() {
      loose.current ??= setTimeout(drop, PATIENCE_MS)
    },
  }
}
