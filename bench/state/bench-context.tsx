'use client'
import { createContext, useCallback, useContext, useRef, useSyncExternalStore } from 'react'
import { useStore } from 'zustand'
import { useShallow } from 'zustand/react/shallow'
import { shallow } from 'zustand/shallow'
import type { Bench, BenchState } from './bench'

export const BenchContext = createContext<Bench | null>(null)

export function useBench(): Bench {
  const bench = useContext(BenchContext)
  if (!bench) throw new Error('This part belongs inside a bench.')
  return bench
}
/** How a part of the screen follows while the hand moves: how long it may stay as it is, ms, since it was made. */
const paces = {
  /** Not before a change in the hand is kept: for what need not follow it. */
  kept: { inHand: Number.POSITIVE_INFINITY, moving: Number.POSITIVE_INFINITY },
  /** Not while something is dragged on the stage; follows the sliders and fields of the panels. */
  stage: { inHand: 0, moving: Number.POSITIVE_INFINITY },
  /** A few times a second while a change is in the hand, and when it rests: for whole panels. */
  panel: { inHand: 80, moving: Number.POSITIVE_INFINITY },
  /** A few times a second while something is dragged: for numbers that go along with it. */
  numbers: { inHand: 0, moving: 150 },
} as const
type Pace = keyof typeof paces
const staysFor = (pace: Pace, { inHand, moving }: BenchState): number =>
  Math.max(inHand ? paces[pace].inHand : 0, moving ? paces[pace].moving : 0)

/** A part of the bench's state at the pace at which what shows it follows the hand. */
export function usePaced<T>(pace: Pace, pick: (state: BenchState) => T): T {
  const { store } = useBench()
  const held = useRef<{ value: T; at: number } | null>(null)
  const wait = useCallback(
    () => (held.current?.at ?? 0) + staysFor(pace, store.getState()) - performance.now(),
    [store, pace],
  )
  const subscribe = useCallback(
    (tell: () => void) => {
      let due: ReturnType<typeof setTimeout> | undefined
      const later = () => {
        due = undefined
        const left = wait()
        if (left <= 0) tell()
        else if (Number.isFinite(left)) due = setTimeout(later, left)
      }
      const end = store.subscribe(() => {
        if (due === undefined) later()
        else if (wait() <= 0) {
          clearTimeout(due)
          later()
        }
      })
      return () => {
        end()
        clearTimeout(due)
      }
    },
    [store, wait],
  )
  const read = () => {
    if (held.current && wait() > 0) return held.current.value
    const next = pick(store.getState())
    const value = held.current && shallow(held.current.value, next) ? held.current.value : next
    held.current = { value, at: performance.now() }
    return value
  }
  return useSyncExternalStore(subscribe, read, read)
}
/** A part of the bench's state; arrays and objects are compared shallowly. */
export const useBenchState = <T,>(pick: (state: BenchState) => T): T =>
  useStore(useBench().store, useShallow(pick))
