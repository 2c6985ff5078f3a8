'use client'
import { useEffect } from 'react'
import { pasteFiles } from '../actions/clipboard'
import { stopCutting } from '../actions/cutting'
import { finishPath, removePoint } from '../actions/pathing'
import { drawInMiddle } from '../actions/placing'
import { endSpecks } from '../actions/specks'
import { toggleWall } from '../actions/wall'
import { heldStill } from '../stage/held-still'
import { openPeek, PEEK_HOLD_MS, takeNext } from '../stage/peek'
import { holdKey, inHand } from '../stage/use-pointer'
import type { Bench } from '../state/bench'
import { keyName, lackOf } from './define'
import { commandFor, keymapStore } from './keymap'
import { commands } from './list'

/** Inputs that nobody types in: their keys are their own, commands with Ctrl are not. */
const UNTYPED = ['checkbox', 'radio', 'range', 'color', 'button', 'file']
const isField = (target: EventTarget | null): boolean => {
  const field =
    target instanceof HTMLElement
      ? target.closest<HTMLElement>('input, textarea, select, [contenteditable="true"]')
      : null
  return field !== null && !(field instanceof HTMLInputElement && UNTYPED.includes(field.type))
}
/** A list or menu that a person opened: letters find its entries, nothing else listens. */
const isInList = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && target.closest('[role="listbox"], [role="menu"]') !== null
/** A field that nothing was typed in yet: there undo means the design. */
const isUntouched = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && target.dataset.typed === 'false'
const IN_UNTOUCHED = ['undo', 'redo']
const isControl = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  target.closest(
    'button, input, [role="treeitem"], [role="slider"], [role="menuitem"], [role="option"], [role="tab"]',
  ) !== null

/** A tap takes the next thing beneath, holding opens the list of everything there. */
const peekKey = {
  code: null as string | null,
  stop: undefined as (() => void) | undefined,
  down(bench: Bench, code: string): void {
    this.code = code
    this.stop = heldStill(PEEK_HOLD_MS, () => {
      this.code = null
      void openPeek(bench)
    })
  },
  up(bench: Bench, code: string): void {
    if (this.code !== code) return
    this.stop?.()
    this.code = null
    void takeNext(bench)
  },
}

const SEEN_AT_SIZE = ['at-size', 'undo', 'redo', 'save', 'commands', 'keys', 'theme']
/** Keys of the whole bench. Fields keep theirs; Space and Enter stay with a focused control. */
export function useKeys(bench: Bench): void {
  useEffect(() => {
    /** What lasts while a key is held. */
    let lasting: { code: string; end: (b: Bench) => void } | null = null
    const down = (e: KeyboardEvent) => {
      if (e.defaultPrevented) return
      if (isInList(e.target) && !e.ctrlKey && !e.metaKey) return
      const name = keyName(e)
      // A dialog has the keys to itself.
      if (bench.store.getState().dialog) return
      const found = commandFor(name, commands, keymapStore.getState())
      // At size the stage is out of sight: nothing on it is changed by a key.
      if (bench.store.getState().atSize && !isField(e.target)) {
        if (e.key === 'Escape') return bench.set({ atSize: null })
        if (found && !SEEN_AT_SIZE.includes(found.id)) return
      }
      const inUntouched = isUntouched(e.target) && found && IN_UNTOUCHED.includes(found.id)
      if (isField(e.target) && found?.id !== 'save' && found?.id !== 'commands' && !inUntouched) return
      if (e.key === ' ' && !isControl(e.target)) {
        e.preventDefault()
        holdKey('space', true)
        return
      }
      if (name === 'S') holdKey('free', true)
      // With the brush down only giving up its stroke makes sense.
      if (inHand.painting()) {
        e.preventDefault()
        if (e.key === 'Escape' || name === 'Mod+Z') inHand.drop()
        return
      }
      if ((e.key === 'Delete' || e.key === 'Backspace') && !isField(e.target) && removePoint(bench))
        return e.preventDefault()
      if (e.key === 'Enter' && !isControl(e.target) && finishPath(bench, false)) return e.preventDefault()
      if (e.key === 'Escape') return leaveOneLevel(bench)
      // A drag counts from its first move, even where it is not yet known of what.
      if (e.key === 'Enter' && (bench.inGesture || inHand.dragging())) {
        e.preventDefault()
        return inHand.keep()
      }
      if (
        e.key === 'Enter' &&
        name === 'Enter' &&
        !isControl(e.target) &&
        !isField(e.target) &&
        drawInMiddle(bench)
      )
        return e.preventDefault()
      // What is kept of a picture in its slot is what is seen.
      if (e.key === 'Enter' && bench.store.getState().reframing) return bench.set({ reframing: null })
      if (!found) return
      if (found.id === 'peek') {
        e.preventDefault()
        if (!e.repeat) peekKey.down(bench, e.code)
        return
      }
      if (
        isControl(e.target) &&
        /^(Arrow|Enter|Home|End)/.test(e.key) &&
        !(e.target as HTMLElement).closest('[role="treeitem"]')
      )
        return
      e.preventDefault()
      if (found.end && (e.repeat || lasting)) return
      if (lackOf(found, bench.store.getState())) return
      if (found.end) lasting = { code: e.code, end: found.end }
      found.run(bench)
    }
    const up = (e: KeyboardEvent) => {
      if (e.key === ' ') holdKey('space', false)
      peekKey.up(bench, e.code)
      if (lasting?.code === e.code) {
        lasting.end(bench)
        lasting = null
      }
      if (e.key.toLowerCase() === 's') holdKey('free', false)
    }
    const paste = (e: ClipboardEvent) => {
      if (isField(e.target) || !e.clipboardData) return
      e.preventDefault()
      void pasteFiles(bench, e.clipboardData)
    }
    const leave = (e: BeforeUnloadEvent) => {
      if (bench.sync.unsent > 0) e.preventDefault()
    }
    window.addEventListener('keydown', down)
    window.addEventListener('keyup', up)
    window.addEventListener('paste', paste)
    window.addEventListener('beforeunload', leave)
    return () => {
      window.removeEventListener('keydown', down)
      window.removeEventListener('keyup', up)
      window.removeEventListener('paste', paste)
      window.removeEventListener('beforeunload', leave)
    }
  }, [bench])
}

/** Cancels the gesture, else leaves the tool, else goes out one level, else deselects. */
function leaveOneLevel(bench: Bench): void {
  const s = bench.store.getState()
  if (bench.inGesture || inHand.dragging()) inHand.drop()
  else if (s.cutting?.running) stopCutting(bench)
  else if (s.specks) endSpecks(bench)
  else if (s.areas) bench.set({ areas: false })
  else if (s.pen) bench.set({ pen: null })
  else if (s.cropping) bench.set({ cropping: null })
  else if (s.reframing) bench.set({ reframing: null })
  else if (s.tool === 'pick' && s.mask) bench.set({ mask: null })
  else if (s.tool !== 'pick') bench.set({ tool: 'pick', sampleFor: null })
  else if (s.inside) {
    const out = s.inside
    bench.set({ inside: s.design.layers[out]?.parent ?? null })
    bench.select([out])
  } else if (s.selection.length > 0) bench.select([])
  else if (s.wall) toggleWall(bench)
}
