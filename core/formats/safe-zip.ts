import { unzipSync } from 'fflate'
import { badInput, tooLarge } from '../basics/errors'
import { crc32, entriesOf } from './zip-directory'

const MOST_ENTRIES = 4000
const MOST_BYTES = 600 * 1024 * 1024
/** No honest large entry is packed more tightly than this; deflate itself ends at about 1032 : 1. */
const MOST_RATIO = 200
const LARGE_BYTES = 8 * 1024 * 1024

const unsafe = (name: string): boolean =>
  name.includes('..') || name.startsWith('/') || name.includes('\\') || /^[a-z]:/i.test(name)

/** Opens a zip whose contents nobody vouches for: no paths that lead out, no bombs. Throws problems that name the entry. */
export function safeUnzip(bytes: Uint8Array, what: string): Record<string, Uint8Array> {
  let count = 0
  let total = 0
  const listed = entriesOf(bytes)
  const locked = listed.find((e) => e.encrypted)
  if (locked)
    throw badInput(
      `The entry “${locked.name}” of the ${what} is encrypted. Nothing was stored; save it without a password and try again.`,
    )
  let entries: Record<string, Uint8Array>
  try {
    entries = unzipSync(bytes, {
      filter: (f) => {
        if (unsafe(f.name))
          throw badInput(
            `The ${what} holds a file with an unsafe path (“${f.name}”). Nothing was stored; ask for it to be made anew.`,
          )
        total += f.originalSize
        if (++count > MOST_ENTRIES || total > MOST_BYTES)
          throw tooLarge(`The ${what} is larger than what can be opened here. Nothing was stored.`)
        if (f.originalSize > LARGE_BYTES && f.originalSize > f.size * MOST_RATIO)
          throw tooLarge(
            `The entry “${f.name}” of the ${what} is packed in a way that no picture is. Nothing was stored.`,
          )
        return true
      },
    })
  } catch (thrown) {
    if (thrown instanceof Error && thrown.name === 'Problem') throw thrown
    throw badInput(
      `This file is not ${/^[AEIO]/.test(what) ? 'an' : 'a'} ${what} or is damaged. Nothing was stored; ask for it to be saved or sent anew.`,
    )
  }
  // The unpacker takes what it gets: whether that is what was packed is told by the sums.
  for (const { name, crc } of listed) {
    const content = entries[name]
    if (content && crc32(content) !== crc)
      throw badInput(
        `The entry “${name}” of the ${what} is damaged. Nothing was stored; ask for the file to be sent or saved anew.`,
      )
  }
  return entries
}
