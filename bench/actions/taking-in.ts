import { ask, wordsOf } from '@/wire/client'
import { storeSource } from '@/wire/supplies'
import type { Bench } from '../state/bench'

const PICTURES = /\.(png|jpe?g|webp|avif|gif|tiff?|heic|svg)$/i
/** Files that are taken in at once. */
const MOST = 500
const MOST_UNPACKED = 1_500_000_000

/** The pictures of a zip, by their names. Throws what is wrong with it for people. */
async function unpacked(zip: File): Promise<File[]> {
  const { unzipSync } = await import('fflate')
  let whole = 0
  const read = (bytes: Uint8Array) =>
    unzipSync(bytes, {
      filter(f) {
        const wanted = PICTURES.test(f.name) && !/(^|\/)(\.|__MACOSX)/.test(f.name)
        if (wanted) whole += f.originalSize
        return wanted && whole < MOST_UNPACKED
      },
    })
  const found = await zip
    .arrayBuffer()
    .then((buffer) => read(new Uint8Array(buffer)))
    .catch(() => {
      throw new Error(`“${zip.name}” is no zip that can be read. Nothing was taken in; pack it again.`)
    })
  if (whole >= MOST_UNPACKED)
    throw new Error(
      `“${zip.name}” holds more than ${MOST_UNPACKED / 1e9} GB of pictures. Nothing was taken in; bring it in parts.`,
    )
  return Object.entries(found).map(
    ([name, bytes]) => new File([bytes as Uint8Array<ArrayBuffer>], name.split('/').at(-1) ?? name),
  )
}
export const isZip = (file: File): boolean => /\.zip$/i.test(file.name)

const isTakingIn = (bench: Bench): boolean => bench.store.getState().doing.bench !== null
const tell = (bench: Bench, left: number | null): void => {
  const doing = left === null ? null : ({ work: 'taking', left } as const)
  bench.set({ doing: { ...bench.store.getState().doing, bench: doing } })
}
/** No more pictures are taken in; those that were stay. */
export const stopTakingIn = (bench: Bench): void => tell(bench, null)

/** Takes pictures of a folder or a zip in among the supplies, without placing them, and says what became of them. */
export async function takeIn(bench: Bench, given: readonly File[]): Promise<void> {
  if (isTakingIn(bench)) return bench.notify('Others are being taken in. Bring these when they are there.')
  const files: File[] = []
  try {
    for (const file of given) files.push(...(isZip(file) ? await unpacked(file) : [file]))
  } catch (thrown) {
    return bench.notify((thrown as Error).message, 'trouble')
  }
  const all = files.filter((f) => PICTURES.test(f.name))
  const pictures = all.slice(0, MOST)
  if (pictures.length === 0)
    return bench.notify('There are no pictures in it. Nothing was taken in.', 'trouble')
  const notes: string[] = []
  let taken = 0
  for (const [n, file] of pictures.entries()) {
    if (n > 0 && !isTakingIn(bench)) {
      notes.unshift(`Stopped after ${n}.`)
      break
    }
    tell(bench, pictures.length - n)
    try {
      const info = await ask(storeSource, { file })
      if (info.note) notes.push(info.note)
      if (!info.known) taken++
    } catch (thrown) {
      notes.push(wordsOf(thrown, 'It was left out.'))
    }
  }
  tell(bench, null)
  if (all.length > MOST)
    notes.unshift(`Only the first ${MOST} are taken in at once; bring the others by themselves.`)
  const [first] = notes
  const more = notes.length > 1 ? ` And ${notes.length - 1} more to say.` : ''
  bench.notify(
    `${taken} of ${all.length} are among your supplies now.${first ? ` ${first}${more}` : ''}`,
    notes.length > 0 ? 'trouble' : 'plain',
  )
}
