import type { PDFContext, PDFRef } from 'pdf-lib'
import { fromHex } from '../../colour/colour'
import { N } from './content'

/** Colours along a line or around a point (8.7.4.5): 0 to 1 along x, or the unit circle. */
export function shading(context: PDFContext, type: 2 | 3, way: PDFRef, space: PDFRef | 'DeviceGray'): PDFRef {
  return context.register(
    context.obj({
      ShadingType: type,
      ColorSpace: space === 'DeviceGray' ? N(space) : space,
      Coords: type === 2 ? [0, 0, 1, 0] : [0, 0, 0, 0, 0, 1],
      Function: way,
      Extend: [true, true],
    }),
  )
}
/** A function from 0–1 to values that are given at even steps (7.10.2). */
export function sampledWay(context: PDFContext, samples: readonly (readonly number[])[]): PDFRef {
  const values = samples[0]?.length ?? 1
  const table = new Uint8Array(samples.length * values * 2)
  samples.forEach((s, n) =>
    s.forEach((v, k) => {
      const whole = Math.round(Math.min(1, Math.max(0, v)) * 65535)
      table.set([whole >> 8, whole & 255], (n * values + k) * 2)
    }),
  )
  return context.register(
    context.flateStream(table, {
      FunctionType: 0,
      Domain: [0, 1],
      Range: Array.from({ length: values }, () => [0, 1]).flat(),
      Size: [samples.length],
      BitsPerSample: 16,
    }),
  )
}
/** A function that goes straight from stop to stop (7.10.3 and 7.10.4). */
export function straightWay(
  context: PDFContext,
  stops: readonly { offset: number; colour: string }[],
): PDFRef {
  const [first, last] = [stops[0], stops.at(-1)]
  if (!first || !last) throw new RangeError('a gradient has stops')
  // Before the first and after the last it stays what it is there.
  const all = [{ ...first, offset: 0 }, ...stops, { ...last, offset: 1 }].filter(
    (s, n, list) => n === 0 || s.offset > (list[n - 1]?.offset ?? 0) || n === list.length - 1,
  )
  const rgb = (hex: string) => {
    const { r, g, b } = fromHex(hex)
    return [r, g, b]
  }
  const pieces = all.slice(1).map((to, n) =>
    context.obj({
      FunctionType: 2,
      Domain: [0, 1],
      C0: rgb(all[n]?.colour ?? to.colour),
      C1: rgb(to.colour),
      N: 1,
    }),
  )
  return context.register(
    context.obj({
      FunctionType: 3,
      Domain: [0, 1],
      Functions: pieces,
      Bounds: all.slice(1, -1).map((s) => s.offset),
      Encode: pieces.flatMap(() => [0, 1]),
    }),
  )
}
