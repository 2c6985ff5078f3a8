import type { LutFile } from '@/core/treatments/field'
import type { SourceInfo } from '../render/protocol'
import type { Bench } from './bench'

/** Sends a file to the server; null where it is refused or does not get there, which is told with what is safe. */
async function send<T>(bench: Bench, path: string, file: File, safe: string): Promise<T | null> {
  try {
    const response = await fetch(path, {
      method: 'POST',
      headers: { 'x-file-name': encodeURIComponent(file.name) },
      body: file,
    })
    const answer = (await response.json()) as T & { message?: string }
    if (response.ok) return answer
    bench.notify(answer.message ?? `“${file.name}” could not be taken in. ${safe}`, 'trouble')
  } catch {
    bench.notify(
      `“${file.name}” could not be sent: the server does not answer. ${safe} Try again.`,
      'trouble',
    )
  }
  return null
}

/** Takes in a picture or a graphic. */
export async function upload(bench: Bench, file: File): Promise<SourceInfo | null> {
  const info = await send<SourceInfo>(bench, '/api/blobs', file, 'The design is safe.')
  if (info?.note) bench.notify(info.note)
  return info
}
/** Takes in a LUT file; gives its name. */
export const uploadLut = (bench: Bench, file: File): Promise<LutFile | null> =>
  send(bench, '/api/luts', file, 'What was set before stays.')
