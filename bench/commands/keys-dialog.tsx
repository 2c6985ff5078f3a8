'use client'
import { RotateCcw } from 'lucide-react'
import { useState } from 'react'
import { useStore } from 'zustand'
import { useBench, useBenchState } from '../state/bench-context'
import { Button, IconButton } from '../ui/button'
import { DialogFrame } from '../ui/dialog-frame'
import { type Command, keyLabel, keyName } from './define'
import { assign, keymapStore, keysOf, restore, setKeymap, shippedKeys } from './keymap'
import { commands } from './list'

const MODIFIERS = ['Shift', 'Control', 'Alt', 'Meta', 'AltGraph', 'CapsLock', 'Dead', 'Process']

/** Every command with its key; any can be given another, single-letter keys can be switched off. */
export function KeysDialog() {
  const bench = useBench()
  const open = useBenchState((s) => s.dialog === 'keys')
  const map = useStore(keymapStore)
  const [words, setWords] = useState('')
  const [waiting, setWaiting] = useState<string | null>(null)
  const [told, setTold] = useState('')
  const close = () => {
    setWaiting(null)
    setTold('')
    bench.set({ dialog: null })
  }
  const take = (command: Command, e: React.KeyboardEvent) => {
    e.preventDefault()
    e.stopPropagation()
    if (MODIFIERS.includes(e.key)) return
    setWaiting(null)
    if (e.key === 'Escape') return
    const key = keyName(e.nativeEvent)
    const { map: next, lost } = assign(map, command, key, commands)
    setKeymap(next)
    setTold(
      `${command.label} has ${keyLabel(key)} now.${lost ? ` ${lost.label} had it and goes without.` : ''}`,
    )
  }
  const asked = words.trim().toLowerCase()
  const found = commands.filter((c) =>
    `${c.label} ${c.section} ${keysOf(c, map).map(keyLabel).join(' ')}`.toLowerCase().includes(asked),
  )
  return (
    <DialogFrame
      open={open}
      onClose={close}
      title="Keys"
      note="Press a key’s button, then the new key. Escape leaves it as it was."
      className="w-[560px]"
    >
      <div className="flex items-center gap-3 border-b border-line px-4 py-2">
        <label className="field min-w-0 flex-1">
          <input
            aria-label="Search the keys"
            placeholder="command or key"
            value={words}
            onChange={(e) => setWords(e.target.value)}
          />
        </label>
        <label className="flex items-center gap-2 text-small">
          <input
            type="checkbox"
            className="accent-[var(--color-accent)]"
            checked={map.singleKeys}
            onChange={(e) => setKeymap({ ...map, singleKeys: e.target.checked })}
          />
          Single-letter keys
        </label>
      </div>
      <ul className="scroll-thin min-h-0 flex-1 overflow-y-auto px-2 py-1">
        {found.map((c) => (
          <li key={c.id} className="flex h-8 items-center gap-2 rounded px-2 text-small hover:bg-well">
            <span className="min-w-0 flex-1 truncate">{c.label}</span>
            <span className="text-tiny text-soft">{c.section}</span>
            {map.own[c.id] !== undefined && (
              <IconButton
                label={`Back to the shipped key of ${c.label}`}
                className="!size-6"
                onClick={() => {
                  setKeymap(restore(map, c.id))
                  setTold(`${c.label} has its shipped key again.`)
                }}
              >
                <RotateCcw size={13} />
              </IconButton>
            )}
            <button
              type="button"
              aria-label={`Key of ${c.label}`}
              className={`h-6 min-w-24 rounded-control border px-2 text-tiny tabular-nums ${waiting === c.id ? 'border-accent text-accent' : 'border-line bg-panel'}`}
              onClick={() => setWaiting(c.id)}
              onBlur={() => setWaiting((w) => (w === c.id ? null : w))}
              onKeyDown={(e) => waiting === c.id && take(c, e)}
            >
              {waiting === c.id
                ? 'press a key'
                : keysOf(c, map).slice(0, 2).map(keyLabel).join('  or  ') || 'none'}
            </button>
          </li>
        ))}
        {found.length === 0 && (
          <li className="px-2 py-6 text-center text-small text-soft">No command by that name or key.</li>
        )}
      </ul>
      <footer className="flex h-11 items-center gap-3 border-t border-line px-4">
        <output className="min-w-0 flex-1 truncate text-tiny text-soft">{told}</output>
        <Button
          small
          disabled={Object.keys(map.own).length === 0 && map.singleKeys}
          onClick={() => {
            setKeymap(shippedKeys)
            setTold('All keys are as shipped.')
          }}
        >
          All as shipped
        </Button>
      </footer>
    </DialogFrame>
  )
}
