import { z } from 'zod'
import { createStore } from 'zustand/vanilla'
import type { Command } from './define'

/** A person's own keys: `own` by command id (null: none), and whether keys without Ctrl, Cmd or Alt do anything. */
const keymapSchema = z.object({
  own: z.record(z.string(), z.string().max(40).nullable()),
  singleKeys: z.boolean(),
})
export type Keymap = z.infer<typeof keymapSchema>
export const shippedKeys: Keymap = { own: {}, singleKeys: true }

/** A key that writes a character and is pressed alone or with Shift; WCAG 2.2, 2.1.4 asks that such can be switched off. */
export const isSingle = (key: string): boolean => !/Mod|Alt/.test(key) && /^(Shift\+)?.$/u.test(key)

/** The keys of a command: its own one, else the shipped ones that no other command was given. */
export function keysOf(command: Pick<Command, 'id' | 'keys'>, map: Keymap): readonly string[] {
  const own = map.own[command.id]
  const taken = new Set(
    Object.entries(map.own).flatMap(([id, key]) => (key && id !== command.id ? [key] : [])),
  )
  let keys: string[]
  if (own === undefined) keys = (command.keys ?? []).filter((k) => !taken.has(k))
  else if (own === null) keys = []
  else keys = [own]
  return map.singleKeys ? keys : keys.filter((k) => !isSingle(k))
}

export const commandFor = (key: string, list: readonly Command[], map: Keymap): Command | undefined =>
  list.find((c) => keysOf(c, map).includes(key))

/** Gives a command a key. What had it before goes without: its id is told. */
export function assign(
  map: Keymap,
  command: Command,
  key: string,
  list: readonly Command[],
): { map: Keymap; lost: Command | null } {
  const lost =
    list.find((c) => c.id !== command.id && keysOf(c, { ...map, singleKeys: true }).includes(key)) ?? null
  const own: Keymap['own'] = { ...map.own, [command.id]: key }
  if (lost && map.own[lost.id] === key) own[lost.id] = null
  return { map: { ...map, own }, lost }
}
export function restore(map: Keymap, id: string): Keymap {
  const { [id]: _, ...own } = map.own
  return { ...map, own }
}

const STORED = 'keys'
function load(): Keymap {
  try {
    const found = keymapSchema.safeParse(JSON.parse(localStorage.getItem(STORED) ?? 'null'))
    return found.success ? found.data : shippedKeys
  } catch {
    return shippedKeys
  }
}
/** One for the whole browser, kept in its storage. */
export const keymapStore = createStore<Keymap>(() =>
  typeof localStorage === 'undefined' ? shippedKeys : load(),
)
export function setKeymap(map: Keymap): void {
  keymapStore.setState(map, true)
  try {
    localStorage.setItem(STORED, JSON.stringify(map))
  } catch {
    // Kept for this visit only.
  }
}
