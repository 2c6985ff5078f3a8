'use client'
import { createContext, useContext, useEffect, useRef, useState } from 'react'
import { useStore } from 'zustand'
import { useShallow } from 'zustand/react/shallow'
import { shallow } from 'zustand/shallow'
import type { Bench, BenchState } from './bench'

/** Panels that go along with the hand are made anew so often, ms. */
const PACE_MS = 80

export const BenchContext = createContext<Bench | null>(null)

export function useBench(): Bench {
  const bench = useContext(BenchContext)
  if (!bench) throw new Error('This part belongs inside a bench.')
  return bench
}
/** The same, but as it was while a change is in the hand: for what need not follow it before it is kept. */
export const useCalmState = <T,>(pick: (state: BenchState) => T): T => useHeldState(pick, 'inHand')
/** The same, but as it was while something is dragged on the stage; follows the sliders and fields of the panels. */
export const useOffStageState = <T,>(pick: (state: BenchState) => T): T => useHeldState(pick, 'moving')
/** The same, but a few times a second while a change is in the hand, and when it rests: for whole panels. */
export function usePacedState<T>(pick: (state: BenchState) => T): T {
  const { store } = useBench()
  const [value, setValue] = useState(() => pick(store.getState()))
  const picked = useRef(pick)
  picked.current = pick
  useEffect(() => {
    let due: ReturnType<typeof setTimeout> | undefined
    let last = 0
    const take = () => {
      clearTimeout(due)
      due = undefined
      last = performance.now()
      const next = picked.current(store.getState())
      setValue((now) => (shallow(now, next) ? now : next))
    }
    const follow = (state: BenchState) => {
      if (state.moving) return
      if (!state.inHand || performance.now() - last > PACE_MS) take()
      else due ??= setTimeout(take, PACE_MS)
    }
    take()
    const end = store.subscribe(follow)
    return () => {
      end()
      clearTimeout(due)
    }
  }, [store])
  return value
}
function useHeldState<T>(pick: (state: BenchState) => T, during: 'inHand' | 'moving'): T {
  const held = useRef<{ value: T } | null>(null)
  return useBenchState((state) => {
    if (!state[during] || !held.current) held.current = { value: pick(state) }
    return held.current.value
  })
}
/** The same, but a few times a second while a change is in the hand: for numbers that go along with it. */
export function useUnhurriedState<T>(pick: (state: BenchState) => T): T {
  const held = useRef<{ value: T; at: number } | null>(null)
  return useBenchState((state) => {
    const now = performance.now()
    if (!state.moving || !held.current || now - held.current.at > 150)
      held.current = { value: pick(state), at: now }
    return held.current.value
  })
}
/** A part of the bench's state; arrays and objects are compared shallowly. */
export const useBenchState = <T,>(pick: (state: BenchState) => T): T =>
  useStore(useBench().store, useShallow(pick))
