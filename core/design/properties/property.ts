import { z } from 'zod'
import type { Channel } from '../channel-schema'
import type { TargetKind } from './targets'

export type Thing = Record<string, unknown>
/** Sources that may give a value of their own, in the order in which they do. */
export type Source = 'channel' | 'row' | 'time' | 'instance'
/** What a value names elsewhere in the design: copying, removing and collecting go by it. */
export type Reference = 'layer' | 'blob' | 'font'

/** A property of a thing that may have a value of its own on a channel. Everything that is done with values goes by this. */
export type Property = {
  /** Unique among those of its kind of target. */
  id: string
  of: TargetKind
  /** What it is called in a list. */
  words: string
  schema: z.ZodType
  /** A value takes the place of the one before, or its entries do, each for itself. */
  merge: 'replace' | 'entries'
  /** Content comes before arranging, so that a page is measured as it will be; look comes after. */
  phase: 'content' | 'look'
  by: readonly Source[]
  /** What the thing holds; undefined where it has no such property. */
  read: (thing: Thing) => unknown
  /** The thing with a value; itself where it has no such property. */
  write: (thing: Thing, value: unknown, channel: Channel) => Thing
  /** The same on the thing itself, which may be a draft. */
  put: (thing: Thing, value: unknown) => void
  /** Between two values, `t` from 0 to 1; left out where it jumps. */
  mix?: (a: unknown, b: unknown, t: number) => unknown
  /** A length, px of the page, that is sized along with its layer. */
  sizes?: true
  refersTo?: Reference
}

type Told = Pick<Property, 'words' | 'schema'> & Partial<Property>
export const BY: readonly Source[] = ['channel', 'row', 'time', 'instance']
const mixNumbers = (a: unknown, b: unknown, t: number): number =>
  (a as number) + ((b as number) - (a as number)) * t
/** Whether values are numbers that may be anything between two others. */
const isDialled = (schema: z.ZodType): boolean => schema instanceof z.ZodNumber && !schema.isInt

/** A property that a thing holds under a key. */
export function plainly(of: TargetKind, key: string, told: Told): Property {
  const schema = told.schema
  return {
    id: key,
    of,
    merge: 'replace',
    phase: 'look',
    by: BY,
    read: (thing) => thing[key],
    write: (thing, value) => (key in thing ? { ...thing, [key]: value } : thing),
    put(thing, value) {
      thing[key] = value
    },
    ...(isDialled(schema) ? { mix: mixNumbers } : {}),
    ...told,
  }
}
/** The same where it may be left out of what has it: `has` says of which things it is a property, `first` what it then is. */
export const optionally = (
  of: TargetKind,
  key: string,
  first: unknown,
  has: (thing: Thing) => boolean,
  told: Told,
): Property => ({
  ...plainly(of, key, told),
  read: (thing) => (has(thing) ? (thing[key] ?? first) : undefined),
  write: (thing, value) => (has(thing) ? { ...thing, [key]: value } : thing),
})
/** A record whose entries stand for themselves: those that a value does not name stay as they are. */
export const entries = (of: TargetKind, key: string, told: Told): Property => ({
  ...plainly(of, key, told),
  merge: 'entries',
  write(thing, value) {
    const held = thing[key]
    return typeof held === 'object' && held !== null
      ? { ...thing, [key]: { ...held, ...(value as object) } }
      : thing
  },
  put: (thing, value) => void Object.assign(thing[key] as object, value),
})
/** Of things of one kind only: the property's id says which. */
export const ofKind = (kind: string, property: Property): Property => ({
  ...property,
  id: `${kind}.${property.id}`,
  read: (thing) => (thing.kind === kind ? property.read(thing) : undefined),
  write: (thing, value, channel) => (thing.kind === kind ? property.write(thing, value, channel) : thing),
})
