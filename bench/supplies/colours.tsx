'use client'
import { inOrder } from '@/core/basics/order'
import { placeInColour } from '../actions/colouring'
import { useBench, useBenchState } from '../state/bench-context'
import { MenuItem } from '../ui/menu'
import { noteUsed } from './kept'
import { type Item, placingOf } from './search'

/** So many of the design's swatches are offered. */
const MOST = 5
/** What things are offered in where a design has no swatches yet. */
const OWN = [
  ['#c2553a', 'clay red'],
  ['#e2a53c', 'ochre'],
  ['#2f7f86', 'teal'],
  ['#6f8f4a', 'leaf green'],
  ['#7a5ba6', 'violet'],
] as const
type Offered = { to: string; colour: string; name: string }

function useOffered(): readonly Offered[] {
  const swatches = useBenchState((s) => s.design.swatches)
  const own = inOrder(swatches).slice(0, MOST)
  return own.length > 1
    ? own.map((w) => ({ to: `swatch:${w.id}`, colour: w.colour, name: w.name || w.colour }))
    : OWN.map(([colour, name]) => ({ to: colour, colour, name }))
}
/** Whether a supply can be had in other colours: what stands by itself, and is no light. */
export const isColoured = ({ transparent, kind, info }: Item): boolean =>
  info.parts !== null || (transparent && kind !== 'overlay')

function useInColour(item: Item): (to: string) => void {
  const bench = useBench()
  return (to) => {
    noteUsed(item.id)
    void placeInColour(bench, placingOf(item), to)
  }
}
/** The colours that a supply can be placed in, as dots on its tile. */
export function ColourDots({ item }: { item: Item }) {
  const place = useInColour(item)
  const offered = useOffered()
  return (
    <span className="pointer-events-none absolute inset-x-1 bottom-[22px] flex justify-center gap-1 rounded-control bg-panel/90 py-1">
      {offered.map(({ to, colour, name }) => (
        <button
          key={to}
          type="button"
          // By keys they are in the menu: not five stops on every tile.
          tabIndex={-1}
          title={`Place it in ${name}`}
          aria-label={`${item.label} in ${name}`}
          className="pointer-events-auto size-3.5 rounded-full border border-black/20 hover:scale-125"
          style={{ background: colour }}
          onClick={() => place(to)}
        />
      ))}
    </span>
  )
}
/** The same, for a menu. */
export function ColourItems({ item }: { item: Item }) {
  const place = useInColour(item)
  return useOffered().map(({ to, colour, name }) => (
    <MenuItem key={to} onSelect={() => place(to)}>
      <span
        aria-hidden
        className="size-3 rounded-full border border-black/20"
        style={{ background: colour }}
      />
      {name}
    </MenuItem>
  ))
}
