import { useEffect, useState } from 'react'

/** A value as it has been for a while, ms. */
export function useLater<T>(value: T, after: number): T {
  const [later, setLater] = useState(value)
  useEffect(() => {
    const wait = setTimeout(() => setLater(value), after)
    return () => clearTimeout(wait)
  }, [value, after])
  return later
}
