import { badInput } from '../core/basics/errors'
import { drawn } from './blobs'
import { loadDesign } from './designs'
import { newRenderThread } from './render'

const MIMES = { html: 'text/html; charset=utf-8', pdf: 'application/pdf' }
/** A design for whoever has to say yes: a page of HTML that needs nothing else, or a PDF with a sheet for each page. */
export async function proofOf(
  id: string,
  form: string,
): Promise<{ bytes: Uint8Array<ArrayBuffer>; mime: string; name: string }> {
  if (form !== 'html' && form !== 'pdf') throw badInput('A proof is html or pdf.')
  const { design, campaign, revision } = await loadDesign(id)
  const input = { ...(await drawn(design)), form, campaign, revision, now: Date.now() }
  // A thread of its own: deliveries that end take theirs with them.
  const thread = newRenderThread()
  const bytes = await thread
    .call('proof', input as typeof input & { form: 'html' | 'pdf' })
    .finally(() => thread.stop())
  return { bytes, mime: MIMES[form], name: `${design.name}-proof.${form}` }
}
