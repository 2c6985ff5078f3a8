/** One file of a delivery as its list tells of it: px, bytes, SHA-256 of the file in hexadecimal, likeness 0–1 or null. */
export type Listed = {
  file: string
  design: string
  page: string
  /** The row of the design's table; empty as designed. */
  row: string
  channel: string
  format: string
  width: number
  height: number
  bytes: number
  sha256: string
  likeness: number | null
  alt: string
  caption: string
}
const COLUMNS = [
  'file',
  'design',
  'page',
  'row',
  'channel',
  'format',
  'width',
  'height',
  'bytes',
  'sha256',
  'likeness',
  'alt',
  'caption',
] as const satisfies readonly (keyof Listed)[]

/** A field of comma-separated values (RFC 4180, 2.5–2.7): in quotes where it holds a comma, a quote or a line's end. */
export const csvField = (value: string | number | null): string => {
  const text = value === null ? '' : String(value)
  return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text
}
/** The list of a delivery as comma-separated values, with a header line; lines end as RFC 4180 has it. */
export const manifestCsv = (files: readonly Listed[]): string =>
  [COLUMNS, ...files.map((f) => COLUMNS.map((c) => f[c]))]
    .map((line) => `${line.map(csvField).join(',')}\r\n`)
    .join('')
export const manifestJson = (files: readonly Listed[], credits: readonly Credit[] = []): string =>
  `${JSON.stringify({ files, ...(credits.length > 0 ? { credits } : {}) }, null, 2)}\n`
/** Whom a picture of the design wants named, and what it is called. */
export type Credit = { of: string; credit: string }
/** The credits as text, a line each. */
export const creditLines = (credits: readonly Credit[]): string =>
  credits.map(({ of, credit }) => `${of}: ${credit}\n`).join('')
