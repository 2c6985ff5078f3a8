import { badInput } from '../basics/errors'
import type { Lut, PointWork } from './definition'
import { tableOf } from './tables'

/** The finest cube that is taken, entries a side, and the longest table of single channels. */
export const MOST_SIDE = 65
const MOST_LENGTH = 65_536
/** Characters of a file: a cube of 65 a side with eight decimals has about nine million. */
export const MOST_TEXT = 16_000_000

const NUMBER = /^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i
/** What other dialects of the format say in place of a domain for all channels alike. */
const RANGES = new Set(['LUT_1D_INPUT_RANGE', 'LUT_3D_INPUT_RANGE'])

/**
 * Reads the text format `.cube`, version 1.0: a table of one or three dimensions, its domain and its title. Input ranges as
 * other dialects write them are read too. Throws `bad-input` that says which line is wrong.
 */
export function readCube(text: string): Lut {
  if (text.length > MOST_TEXT) throw wrong(null, `it is larger than ${MOST_TEXT / 1e6} million characters`)
  let [title, kind, size] = ['', null as Lut['kind'] | null, 0]
  let [from, to]: [Lut['from'], Lut['to']] = [
    [0, 0, 0],
    [1, 1, 1],
  ]
  let values = new Float32Array()
  let count = 0
  const lines = text.split(/\r\n|\r|\n/)
  for (const [n, raw] of lines.entries()) {
    const line = raw.trim()
    if (line === '' || line.startsWith('#')) continue
    const words = line.split(/\s+/)
    const [head, ...rest] = words as [string, ...string[]]
    if (/^[A-Za-z]/.test(head) && !/^(nan|inf)/i.test(head)) {
      if (count > 0) throw wrong(n, `“${head}” stands after the first colour; all headings come before`)
      if (head === 'TITLE') title = rest.join(' ').replace(/^"|"$/g, '').slice(0, 80)
      else if (head === 'LUT_1D_SIZE' || head === 'LUT_3D_SIZE') {
        if (kind)
          throw wrong(
            n,
            'it has two tables, a way of writing that other programs have; save the cube by itself',
          )
        kind = head === 'LUT_1D_SIZE' ? 'channels' : 'cube'
        size = sizeIn(n, rest, kind)
        values = new Float32Array(3 * (kind === 'cube' ? size ** 3 : size))
      } else if (head === 'DOMAIN_MIN') from = threeIn(n, rest)
      else if (head === 'DOMAIN_MAX') to = threeIn(n, rest)
      else if (RANGES.has(head)) {
        const [low, high] = [numberIn(n, rest[0]), numberIn(n, rest[1])]
        from = [low, low, low]
        to = [high, high, high]
      } else throw wrong(n, `“${head.slice(0, 40)}” is no heading of this format`)
      continue
    }
    if (!kind) throw wrong(n, 'colours come before LUT_1D_SIZE or LUT_3D_SIZE says how many there are')
    const colour = threeIn(n, words)
    if (3 * count >= values.length)
      throw wrong(n, `it has more colours than the ${values.length / 3} that its size says`)
    values.set(colour, 3 * count)
    count++
  }
  if (!kind) throw wrong(null, 'neither LUT_1D_SIZE nor LUT_3D_SIZE is in it')
  if (3 * count < values.length)
    throw wrong(null, `it has ${count} colours, but its size says ${values.length / 3}`)
  if (from.some((low, k) => low >= (to[k] as number))) throw wrong(null, 'its domain ends before it begins')
  return { title, kind, size, from, to, values }
}
function sizeIn(line: number, words: readonly string[], kind: Lut['kind']): number {
  const size = numberIn(line, words[0])
  const most = kind === 'cube' ? MOST_SIDE : MOST_LENGTH
  if (!Number.isInteger(size) || size < 2) throw wrong(line, 'a size is a whole number from 2')
  if (size > most)
    throw wrong(line, `it has ${size} entries a side; at most ${most} can be used, save it with fewer`)
  return size
}
function threeIn(line: number, words: readonly string[]): [number, number, number] {
  if (words.length !== 3) throw wrong(line, `three numbers are expected, not ${words.length}`)
  return [numberIn(line, words[0]), numberIn(line, words[1]), numberIn(line, words[2])]
}
function numberIn(line: number, word: string | undefined): number {
  const value = word !== undefined && NUMBER.test(word) ? Number(word) : Number.NaN
  if (!Number.isFinite(value) || Math.abs(value) > 1e9)
    throw wrong(line, `“${(word ?? '').slice(0, 20)}” is not a number that can be used`)
  return value
}
const wrong = (line: number | null, what: string) =>
  badInput(
    `This LUT file cannot be used${line === null ? '' : `, line ${line + 1}`}: ${what}. What was set before stays.`,
  )

const works = new WeakMap<Lut, PointWork>()
/** What a table does to pixels; made once for each. Cubes are read within tetrahedra, single channels linearly. */
export function lutWork(lut: Lut): PointWork {
  const held = works.get(lut)
  if (held) return held
  const made = lut.kind === 'channels' ? channelsWork(lut) : cubeWork(lut)
  works.set(lut, made)
  return made
}
const within = (lut: Lut, k: 0 | 1 | 2) => (v: number) =>
  Math.min(1, Math.max(0, (v - lut.from[k]) / (lut.to[k] - lut.from[k])))
function channelsWork(lut: Lut): PointWork {
  const read = (k: 0 | 1 | 2) => (v: number) => {
    const t = within(lut, k)(v) * (lut.size - 1)
    const n = Math.min(Math.floor(t), lut.size - 2)
    const [low, high] = [lut.values[3 * n + k] as number, lut.values[3 * n + 3 + k] as number]
    return low + (high - low) * (t - n)
  }
  return { op: 'shape', before: tableOf(read(0), { green: read(1), blue: read(2) }) }
}
function cubeWork(lut: Lut): PointWork {
  const table = new Float32Array((lut.values.length / 3) * 4).fill(1)
  for (let n = 0; n * 3 < lut.values.length; n++) table.set(lut.values.subarray(3 * n, 3 * n + 3), 4 * n)
  const whole = lut.from.every((v) => v === 0) && lut.to.every((v) => v === 1)
  const before = whole ? null : tableOf(within(lut, 0), { green: within(lut, 1), blue: within(lut, 2) })
  return { op: 'cube', table, side: lut.size, ...(before ? { before } : {}) }
}
