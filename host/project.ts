import { createHash } from 'node:crypto'
import type { LightGrid, LightOf } from '../core/adapt/lightness'
import type { Design } from '../core/design/schema'
import type { PixelMemory } from '../core/pixels/memory'
import type { Host } from '../core/render/render-page'
import { Renderer } from '../core/render/renderer'
import { type PictureLevel, SourceBook } from '../core/render/sources'
import { facesDue, sourcesOfPage } from '../core/resolve/needs'
import { resolve } from '../core/resolve/resolve'
import type { ResolvedPage } from '../core/resolve/resolved'
import type { FontBook } from '../core/type/fonts'
import { openFonts } from './fonts'
import { openMemory } from './kernels'
import { decodePicture, lightGrid, reduceTo } from './pictures'

/** Levels of pictures held at a time; a single band that needs more gets more. */
const SOURCE_BYTES = 256 * 1024 * 1024

export const sha256 = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex')

/** Gives a blob's bytes, or null where it is gone. */
export type BlobReader = (sha: string) => Promise<Uint8Array | null>

/** A design as text, and what is known of how light its pictures are, so that they need not be decoded for it. */
export type Drawn = { design: string; lights: Record<string, LightGrid> }

/** Everything rendering needs on Node, over some store of blobs. */
export type NodeHost = Host & {
  memory: PixelMemory
  lightOf: LightOf
  /** Takes lightness that is known already, so that nothing is decoded for it. */
  know(lights: Readonly<Record<string, LightGrid>>): void
  /** Has all that its pages need on its channels. */
  ready(design: Design): Promise<void>
  /** `row`: of the design's table; none, or `''`, for as designed. */
  resolve(design: Design, page: string, channel: string, row?: string): Promise<ResolvedPage>
}

/** `lenient`: a file that is damaged counts as gone, instead of ending what is made of it. */
export function openHost(
  read: BlobReader,
  { fonts = openFonts(read), lenient = false }: { fonts?: FontBook; lenient?: boolean } = {},
): NodeHost {
  const memory = openMemory()
  const decoded = new Map<string, Promise<PictureLevel | null>>()
  const grids = new Map<string, LightGrid>()
  const decode = (sha: string): Promise<PictureLevel | null> => {
    const held = decoded.get(sha)
    if (held) return held
    const job = read(sha)
      .then((bytes) => (bytes ? decodePicture(bytes, sha.slice(0, 8)) : null))
      .catch((thrown: unknown) => {
        decoded.delete(sha)
        if (lenient) return null
        throw thrown
      })
    decoded.set(sha, job)
    // Decoded originals are large: only the last is kept, for a second level of the same.
    if (decoded.size > 1) decoded.delete(decoded.keys().next().value as string)
    return job
  }
  const sources = new SourceBook(
    memory,
    {
      picture: async (sha, level) => {
        const base = await decode(sha)
        return base ? reduceTo(memory, base, level) : null
      },
      graphic: async (sha) => {
        const bytes = await read(sha)
        return bytes ? new TextDecoder().decode(bytes) : null
      },
      tile: read,
    },
    SOURCE_BYTES,
  )
  const lightOf: LightOf = (sha) => grids.get(sha) ?? null
  const looked = new Set<string>()
  /** How light a picture is, told from its px. */
  const look = async (sha: string): Promise<void> => {
    looked.add(sha)
    const base = await decode(sha)
    if (!base) return
    const level = Math.max(0, Math.ceil(Math.log2(Math.max(base.width, base.height) / 128)))
    grids.set(sha, lightGrid(reduceTo(memory, base, level)))
  }
  const host: NodeHost = {
    fonts,
    memory,
    sources,
    lightOf,
    renderer: new Renderer(memory, sources, 64),
    know(lights) {
      for (const [sha, light] of Object.entries(lights)) grids.set(sha, light)
    },
    async ready(design) {
      for (const page of Object.keys(design.pages))
        for (const channel of Object.keys(design.channels)) await host.resolve(design, page, channel)
    },
    async resolve(design, page, channel, row) {
      for (;;) {
        const seen = resolve(design, { page, channel, ...(row ? { row } : {}) }, { fonts, lightOf })
        const faces = facesDue(seen, fonts)
        const pictures = sourcesOfPage(seen).flatMap(({ sha, kind }) =>
          kind === 'picture' && !grids.has(sha) && !looked.has(sha) ? [sha] : [],
        )
        if (faces.length === 0 && pictures.length === 0) return seen
        // What was measured without its faces, or on a ground that was not known, is laid out anew.
        await fonts.open(faces)
        for (const sha of new Set(pictures)) await look(sha)
      }
    },
  }
  return host
}
