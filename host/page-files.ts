import { outputOf, type PageOutputId } from '../core/outputs/list'
import type { PageAsked, PageWriter } from './asked'
import { toPdf } from './pdf'
import type { BlobReader, NodeHost } from './project'
import { toSvg } from './svg-file'

/** Each format's writer; settings are as its definition gives them. */
const writers: Record<PageOutputId, PageWriter> = { pdf: toPdf, svg: toSvg }

/** Pages as a file that keeps their lines; `message` says which layers became pictures in it. */
export async function toPageFile(
  { format, ...asked }: PageAsked & { format: PageOutputId },
  ...more: [NodeHost, BlobReader, ((share: number) => void)?]
): Promise<{ bytes: Uint8Array<ArrayBuffer>; message?: string }> {
  const { bytes, pictured } = await writers[format](asked, ...more)
  const { label } = outputOf(format)
  return pictured.length > 0
    ? { bytes, message: `Made pictures, as ${label} cannot say them: ${pictured.join(', ')}` }
    : { bytes }
}
