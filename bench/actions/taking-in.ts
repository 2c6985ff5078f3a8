import { ask, wordsOf } from '@/wire/client'
import { storeSource } from '@/wire/supplies'
import type { Bench } from '../state/bench'

const PICTURES = /\.(png|jpe?g|webp|avif|gif|tiff?|heic|svg)$/i
/** Files that are taken in at once. */
const MOST = 500
const MOST_UNPACKED = 1_500_000_000

/** The pictures of a zip, by their names; throws what is wrong with it for people. */
async function unpacked(zip: File): Promise<File[]> {
  const { unzipSync } = await import('fflate')
  let whole = 0
  try {
    const files = unzipSync(new Uint8Array(await zip.arrayBuffer()), {
      filter(f) {
        const wanted = PICTURES.test(f.name) && !/(^|\/)(\.|__MACOSX)/.test(f.name)
        if (wanted) whole += f.originalSize
        return wanted && whole < MOST_UNPACKED
      },
    })
    return Object.entries(files).map(
      ([name, bytes]) => new File([bytes as Uint8Array<ArrayBuffer>], name.split('/').at(-1) ?? name),
    )
  } catch {
    throw new Error(`“${zip.name}” is no zip that can be read. Nothing was taken in; pack it again.`)
  }
}
export const isZip = (file: File): boolean => /\.zip$/i.test(file.name)

/** Takes pictures of a folder or a zip in among the supplies, without placing them, and says what became of them. */
export async function takeIn(bench: Bench, given: readonly File[]): Promise<void> {
  const files: File[] = []
  try {
    for (const file of given) files.push(...(isZip(file) ? await unpacked(file) : [file]))
  } catch (thrown) {
    return bench.notify((thrown as Error).message, 'trouble')
  }
  const pictures = files.filter((f) => PICTURES.test(f.name)).slice(0, MOST)
  if (pictures.length === 0)
    return bench.notify('There are no pictures in it. Nothing was taken in.', 'trouble')
  const notes: string[] = []
  let taken = 0
  for (const [n, file] of pictures.entries()) {
    if (n % 5 === 0) bench.notify(`Taking in ${n + 1} of ${pictures.length} …`)
    try {
      const info = await ask(storeSource, { file })
      if (info.note) notes.push(info.note)
      if (!info.known) taken++
    } catch (thrown) {
      notes.push(wordsOf(thrown, 'It was left out.'))
    }
  }
  const [first] = notes
  const more = notes.length > 1 ? ` And ${notes.length - 1} more like this.` : ''
  bench.notify(
    `${taken} of ${pictures.length} are among your supplies now.${first ? ` ${first}${more}` : ''}`,
    notes.length > 0 ? 'trouble' : 'plain',
  )
}
