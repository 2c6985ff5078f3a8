import type { LucideIcon } from 'lucide-react'
import type { Layer } from '@/core/kinds/list'
import type { Bench, BenchState } from '../state/bench'

/** What must be there before a command can run: said of one that is grey, after “needs”. */
export type Need = { what: string; met: (s: BenchState) => boolean }
export const needs = (what: string, met: Need['met']): Need => ({ what, met })

export type Command = {
  id: string
  label: string
  /** Other words that the palette finds it by. */
  words?: string | undefined
  section: 'Edit' | 'Select' | 'Arrange' | 'View' | 'Tools' | 'Design'
  /** As `Mod+Shift+G`; Mod is Ctrl, or Cmd on a Mac. */
  keys?: readonly string[]
  icon?: LucideIcon
  needs?: Need
  run: (bench: Bench) => void
  /** Of what lasts while its key is held: run when it is let go. */
  end?: (bench: Bench) => void
}
export const defineCommands = (list: readonly Command[]): readonly Command[] => list

/** What a command lacks for running now, for people; null where it can run. */
export const lackOf = ({ needs: need }: Command, s: BenchState): string | null =>
  need && !need.met(s) ? need.what : null

export const someSelected = needs('something selected', (s) => s.selection.length > 0)
export const oneSelected = needs('one selected thing', (s) => s.selection.length === 1)
export const severalSelected = needs('two or more selected things', (s) => s.selection.length > 1)
export const ofKind = (kind: Layer['kind'], what: string): Need =>
  needs(what, (s) => s.selection.some((id) => s.design.layers[id]?.kind === kind))

/** Signs that Alt or Shift would turn into others. */
const BRACKETS: Record<string, string> = { BracketLeft: '[', BracketRight: ']' }
const SIGNS: Record<string, string> = { Period: '.', Comma: ',', Equal: '=', Minus: '-', Semicolon: ';' }

/** The name of a pressed key in the form commands use. */
export function keyName(
  e: Pick<KeyboardEvent, 'key' | 'code' | 'ctrlKey' | 'metaKey' | 'shiftKey' | 'altKey'>,
): string {
  const digit = /^Digit(\d)$/.exec(e.code)?.[1]
  const letter = /^Key([A-Z])$/.exec(e.code)?.[1]
  const base =
    digit ??
    (e.altKey || e.ctrlKey || e.metaKey ? letter : undefined) ??
    (e.altKey ? SIGNS[e.code] : undefined) ??
    BRACKETS[e.code] ??
    (e.key.length === 1 ? e.key.toUpperCase() : e.key)
  return [e.ctrlKey || e.metaKey ? 'Mod' : '', e.altKey ? 'Alt' : '', e.shiftKey ? 'Shift' : '', base]
    .filter(Boolean)
    .join('+')
}
/** For people: `Ctrl + Shift + G`. */
export const keyLabel = (keys: string): string => {
  const mac = typeof navigator !== 'undefined' && /Mac/.test(navigator.platform)
  return keys
    .replace('Mod', mac ? 'Cmd' : 'Ctrl')
    .split('+')
    .join(' + ')
    .replace('Delete', 'Del')
    .replace('ArrowLeft', '←')
    .replace('ArrowRight', '→')
    .replace('ArrowUp', '↑')
    .replace('ArrowDown', '↓')
}
