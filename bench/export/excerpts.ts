import { outputOf } from '@/core/outputs/list'
import { reasonOf } from '@/wire/client'
import type { Excerpt } from '@/wire/deliveries'
import type { Bench } from '../state/bench'

/** Where a part comes from as a file. */
export function partUrl(bench: Bench, { layers, box, ground, format, settings, scale }: Excerpt): string {
  const { design, page, channel, row, revision } = bench.store.getState()
  const query = new URLSearchParams({
    page,
    channel,
    ...(row ? { row } : {}),
    ground,
    format,
    scale: String(scale),
    r: String(revision),
  })
  query.set('settings', JSON.stringify(settings))
  if (layers.length > 0) query.set('layers', layers.join(','))
  if (box)
    query.set(
      'box',
      [box.left, box.top, box.right - box.left, box.bottom - box.top].map((v) => v.toFixed(2)).join(','),
    )
  return `/api/designs/${design.id}/excerpt?${query}`
}

const MOST_WAIT_MS = 10_000
/** Waits until everything is stored, since files are made of what is. False where that takes too long. */
export async function stored(bench: Bench): Promise<boolean> {
  for (let n = 0; bench.sync.unsent > 0 && n < MOST_WAIT_MS / 50; n++)
    await new Promise((r) => setTimeout(r, 50))
  return bench.sync.unsent === 0
}
/** The file of a part. Throws an error that says for people why there is none. */
export async function partFile(
  bench: Bench,
  part: Excerpt,
  signal?: AbortSignal,
): Promise<{ blob: Blob; name: string; message: string }> {
  if (!(await stored(bench))) throw new Error('Not everything is saved yet; try again once it is.')
  const answer = await fetch(partUrl(bench, part), signal ? { signal } : {})
  if (!answer.ok)
    throw new Error(await reasonOf(answer, 'This could not be made. The design is safe; try again.'))
  const { design, selection } = bench.store.getState()
  const [only, more] = part.layers.length > 0 ? selection : []
  const name = only && !more ? design.layers[only]?.name || design.name : design.name
  const plain = name.replace(/[\\/:*?"<>|]+/g, '-').trim() || 'part'
  return {
    blob: await answer.blob(),
    name: `${plain}.${outputOf(part.format).endings[0]}`,
    message: decodeURIComponent(answer.headers.get('x-message') ?? ''),
  }
}

/** Puts a part on the clipboard as a picture; says what came of it. */
export async function copyPart(
  bench: Bench,
  part: Omit<Excerpt, 'format' | 'settings'>,
): Promise<{ text: string; trouble: boolean }> {
  // Given at once, as browsers take only what begins in the press itself; its picture comes after.
  const blob = partFile(bench, { ...part, format: 'png', settings: {} }).then((f) => f.blob)
  try {
    await navigator.clipboard.write([new ClipboardItem({ 'image/png': blob })])
    return { text: 'Copied as a picture.', trouble: false }
  } catch {
    const text = await blob.then(
      () => 'This browser does not let pictures be copied; export the file instead.',
      (thrown: Error) => thrown.message,
    )
    return { text, trouble: true }
  }
}
/** Puts what is selected on the clipboard as a picture, see-through, with all that reaches out of it. */
export async function copyAsPicture(bench: Bench): Promise<void> {
  const layers = bench.store.getState().selection
  const { text, trouble } = await copyPart(bench, { layers, box: null, ground: 'nothing', scale: 1 })
  bench.notify(text, trouble ? 'trouble' : 'plain')
}

/** Fetches a proof of what is stored, as a file. */
export async function fetchProof(bench: Bench, form: 'html' | 'pdf'): Promise<void> {
  if (!(await stored(bench)))
    return bench.notify('Not everything is saved yet; try again once it is.', 'trouble')
  bench.notify('The proof is being made.')
  try {
    const { design } = bench.store.getState()
    await saveProof(design, form)
    bench.notify('The proof is made.')
  } catch (thrown) {
    bench.notify(thrown instanceof Error ? thrown.message : 'The proof could not be made.', 'trouble')
  }
}
/** Has a proof of a stored design made, and saves it as a file. Throws an error that says why not. */
export async function saveProof(design: { id: string; name: string }, form: 'html' | 'pdf'): Promise<void> {
  const answer = await fetch(`/api/designs/${design.id}/proof?form=${form}`)
  if (!answer.ok)
    throw new Error(await reasonOf(answer, 'The proof could not be made. The design is safe; try again.'))
  saveFile(await answer.blob(), `${design.name.replace(/[\\/:*?"<>|]+/g, '-')}-proof.${form}`)
}
/** Brings a file to the person's disk. */
export function saveFile(blob: Blob, name: string): void {
  const a = document.createElement('a')
  a.href = URL.createObjectURL(blob)
  a.download = name
  a.click()
  setTimeout(() => URL.revokeObjectURL(a.href), 10_000)
}
