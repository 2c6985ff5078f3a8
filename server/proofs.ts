import { badInput } from '../core/basics/errors'
import { drawn } from './blobs'
import { loadDesign } from './designs'
import { deliveryThread } from './render'

const MIMES = { html: 'text/html; charset=utf-8', pdf: 'application/pdf' }
/** A design for whoever has to say yes: a page of HTML that needs nothing else, or a PDF with a sheet for each page. */
export async function proofOf(
  id: string,
  form: string,
): Promise<{ bytes: Uint8Array<ArrayBuffer>; mime: string; name: string }> {
  if (form !== 'html' && form !== 'pdf') throw badInput('A proof is html or pdf.')
  const { design, campaign, revision } = await loadDesign(id)
  const input = { ...(await drawn(design)), form, campaign, revision, now: Date.now() }
  const bytes = await deliveryThread().call('proof', input as typeof input & { form: 'html' | 'pdf' })
  return { bytes, mime: MIMES[form], name: `${design.name}-proof.${form}` }
}
