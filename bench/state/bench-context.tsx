'use client'
import { createContext, useContext } from 'react'
import { useStore } from 'zustand'
import { useShallow } from 'zustand/react/shallow'
import type { Bench, BenchState } from './bench-store'

export const BenchContext = createContext<Bench | null>(null)

export function useBench(): Bench {
  const bench = useContext(BenchContext)
  if (!bench) throw new Error('This part belongs inside a bench.')
  return bench
}
/** A part of the bench's state; arrays and objects are compared shallowly. */
export const useBenchState = <T,>(pick: (state: BenchState) => T): T => useStore(useBench().store, useShallow(pick))
