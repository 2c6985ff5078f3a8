/** What a pattern of file names may hold in braces. */
export const NAME_WORDS = ['design', 'page', 'row', 'channel', 'width', 'height'] as const
export type Named = Record<(typeof NAME_WORDS)[number], string | number> & {
  ending: string
  /** Tells files of several pages apart where the pattern does not. */
  suffix?: string
}

/** Words of a name in small letters, digits and hyphens. */
export const slug = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/\p{M}+/gu, '')
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '')
    .toLowerCase() || 'untitled'

/** Signs that Windows, macOS or Linux refuse in a name, and control characters. */
// biome-ignore lint/suspicious/noControlCharactersInRegex: those are what is looked for
const REFUSED = /[\\/:*?"<>|\u0000-\u001f]+/
/** Names that stand for devices on Windows, whatever their ending. */
const DEVICE = /^(con|prn|aux|nul|com[0-9¹²³]|lpt[0-9¹²³])$/i
/** Characters of a name before its ending: file systems take 255 bytes. */
const LONGEST = 180

/** A pattern filled in, and in what it was changed so that every file system takes it. */
function filled(
  pattern: string,
  file: Named,
): { base: string; refused: boolean; device: boolean; cut: boolean } {
  const words = pattern.replace(/\{(\w+)\}/g, (whole, word: string) =>
    NAME_WORDS.includes(word as never) ? slug(String(file[word as keyof Named])) : whole,
  )
  // Neither a leading dot, which hides a file, nor dots and spaces at the end, which Windows drops.
  const plain = words
    .split(REFUSED)
    .join('-')
    .replace(/^[.\s]+|[.\s]+$/g, '')
  const device = DEVICE.test(plain.split('.')[0] ?? '')
  const safe = `${device ? '_' : ''}${plain || 'picture'}`
  return {
    base: safe.slice(0, LONGEST),
    refused: REFUSED.test(words),
    device,
    cut: safe.length > LONGEST,
  }
}

/**
 * Names of files by a pattern with words in braces: such as every file system takes, no two alike, not even but for capitals.
 * `warnings` say in whole sentences what had to be changed.
 */
export function namesFor(pattern: string, files: readonly Named[]): { names: string[]; warnings: string[] } {
  const taken = new Set<string>()
  const warnings = new Set<string>()
  for (const [, word = ''] of pattern.matchAll(/\{(\w*)\}/g))
    if (!NAME_WORDS.includes(word as never))
      warnings.add(`{${word}} is none of the words; it stays as it is.`)
  const names = files.map((file) => {
    const { base, refused, device, cut } = filled(pattern, file)
    if (refused) warnings.add('Signs that file systems refuse become hyphens: \\ / : * ? " < > |')
    if (device) warnings.add(`“${base.slice(1)}” is a device on Windows; an underscore is put before it.`)
    if (cut) warnings.add(`Names are cut at ${LONGEST} characters.`)
    const own = `${base}${file.suffix ?? ''}`
    let name = `${own}.${file.ending}`
    for (let n = 2; taken.has(name.toLowerCase()); n++) {
      name = `${own}-${n}.${file.ending}`
      warnings.add('Several files would have one name; they are numbered.')
    }
    taken.add(name.toLowerCase())
    return name
  })
  return { names, warnings: [...warnings] }
}
