import type { LutFile } from '@/core/treatments/field'
import type { OwnFace } from '@/core/type/own-face'
import type { AnswerOf, Call } from '@/wire/call'
import { ask, Refused } from '@/wire/client'
import { storeFont } from '@/wire/fonts'
import { storeLut, storeSource } from '@/wire/supplies'
import type { Bench } from '../state/bench'
import type { SourceInfo } from '../worker/protocol'

/** Sends a file to the server; null where it is refused or does not get there, which is told with what is safe. */
async function send<C extends Call>(
  bench: Bench,
  to: C,
  file: File,
  safe: string,
): Promise<AnswerOf<C> | null> {
  try {
    return await ask(to, { file })
  } catch (thrown) {
    const told =
      thrown instanceof Refused
        ? thrown.message
        : `“${file.name}” could not be sent: the server does not answer. ${safe} Try again.`
    bench.notify(told, 'trouble')
  }
  return null
}

/** Takes in a picture or a graphic. */
export async function upload(bench: Bench, file: File): Promise<SourceInfo | null> {
  const info = await send(bench, storeSource, file, 'The design is safe.')
  if (info?.note) bench.notify(info.note)
  return info
}
/** Takes in a LUT file; gives its name. */
export const uploadLut = (bench: Bench, file: File): Promise<LutFile | null> =>
  send(bench, storeLut, file, 'What was set before stays.')
/** Takes in a font file; gives its faces. */
export async function uploadFont(bench: Bench, file: File): Promise<readonly OwnFace[] | null> {
  return (await send(bench, storeFont, file, 'The design is safe.'))?.faces ?? null
}
