import { PDFName, type PDFRef } from 'pdf-lib'
import type { Matrix } from '../../geometry/matrix'
import type { Path } from '../../vector/path'

/** A number as PDF writes it (ISO 32000-1, 7.3.3): no exponent, four places. */
export const num = (v: number): string => {
  const short = v.toFixed(4).replace(/\.?0+$/, '')
  return short === '-0' ? '0' : short
}
export const nums = (...v: readonly number[]): string => v.map(num).join(' ')

const KINDS = ['ExtGState', 'XObject', 'Shading', 'ColorSpace', 'Font'] as const
type Kind = (typeof KINDS)[number]

/** The operators of a page or form (ISO 32000-1, 8.2), and the resources they name. */
export class Content {
  private readonly ops: string[] = []
  private readonly named: Record<Kind, Map<PDFRef, string>> = {
    ExtGState: new Map(),
    XObject: new Map(),
    Shading: new Map(),
    ColorSpace: new Map(),
    Font: new Map(),
  }
  /** What a resource is called here. */
  name(kind: Kind, ref: PDFRef): string {
    const all = this.named[kind]
    const held = all.get(ref)
    if (held) return held
    const made = `${kind[0]}${all.size}`
    all.set(ref, made)
    return made
  }
  add(...ops: string[]): this {
    this.ops.push(...ops)
    return this
  }
  /** Within its own graphics state. */
  saved(inside: () => void): this {
    this.add('q')
    inside()
    return this.add('Q')
  }
  map(m: Matrix): this {
    return this.add(`${nums(...m)} cm`)
  }
  path(path: Path): this {
    for (const c of path) {
      if (c[0] === 'M') this.add(`${nums(c[1], c[2])} m`)
      else if (c[0] === 'L') this.add(`${nums(c[1], c[2])} l`)
      else if (c[0] === 'C') this.add(`${nums(c[1], c[2], c[3], c[4], c[5], c[6])} c`)
      else this.add('h')
    }
    return this
  }
  get text(): string {
    return this.ops.join('\n')
  }
  resources(): Record<string, Record<string, PDFRef>> {
    return Object.fromEntries(
      KINDS.filter((k) => this.named[k].size > 0).map((k) => [
        k,
        Object.fromEntries([...this.named[k]].map(([ref, name]) => [name, ref])),
      ]),
    )
  }
}
export const N = (name: string): PDFName => PDFName.of(name)
