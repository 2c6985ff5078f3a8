import type { Design } from '../core/design/schema'
import type { Bounds } from '../core/geometry/bounds'
import type { Settings } from '../core/outputs/define'
import { outputOf, type PageOutputId } from '../core/outputs/list'
import type { ResolvedPage } from '../core/resolve/resolved'
import { inksFor } from './inks'
import { pdfSettings, toPdf } from './pdf'
import type { BlobReader, NodeHost } from './project'
import { toSvg } from './svg-file'

export type PagesAsked = {
  design: Design
  /** Pages of one channel, in their order; what holds one page takes the first. */
  pages: readonly [ResolvedPage, ...ResolvedPage[]]
  format: PageOutputId
  settings: Settings
  bleed: boolean
  /** Only so much of the page, px; all of it where it is left out. */
  box?: Bounds
}
/** Pages as a file that keeps their lines; `message` says which layers became pictures in it. */
export async function toPageFile(
  { design, pages, format, settings, bleed, box }: PagesAsked,
  host: NodeHost,
  read: BlobReader,
  progress?: (share: number) => void,
): Promise<{ bytes: Uint8Array<ArrayBuffer>; message?: string }> {
  const { bytes, pictured } =
    format === 'svg'
      ? await toSvg({ design, page: pages[0], settings, ...(box ? { box } : {}) }, host, read)
      : await toPdf(
          {
            design,
            pages,
            ...pdfSettings(settings),
            inks: await inksFor(settings),
            bleed,
            now: new Date(),
            ...(box ? { box } : {}),
          },
          host,
          read,
          progress,
        )
  const { label } = outputOf(format)
  return pictured.length > 0
    ? { bytes, message: `Made pictures, as ${label} cannot say them: ${pictured.join(', ')}` }
    : { bytes }
}
