import type { Design } from '../core/design/schema'
import type { Bounds } from '../core/geometry/bounds'
import type { Settings } from '../core/outputs/define'
import type { OutputId } from '../core/outputs/list'
import type { ResolvedPage } from '../core/resolve/resolved'
import type { BlobReader, Drawn, NodeHost } from './project'

/** A page of a design on a channel as a file: how it is written, at most so many KB (null for any weight). */
export type FileAsked<Format extends OutputId = OutputId> = Drawn & {
  page: string
  /** All pages of the file, where it may hold several. */
  pages?: readonly string[]
  channel: string
  /** The row of the design's table that it is filled from; as designed where it is left out. */
  row?: string
  format: Format
  settings: Settings
  mostKb: number | null
  /** The least likeness that a file is made of for its weight, 0–1. */
  floor: number
  /** What is still too heavy then may have fewer pixels. */
  smaller?: boolean
  scale: number
  bleed: boolean
  ground: 'page' | 'transparent'
}

/** What is made one picture of: at 100 % on nothing where it does not say. */
export type Flattened = {
  page: string
  channel: string
  scale?: number
  ground?: 'page' | 'transparent'
}
/** What a page goes out as, where its lines are kept. */
export type PageAsked = {
  design: Design
  /** Pages of one channel, in their order; what holds one page takes the first. */
  pages: readonly [ResolvedPage, ...ResolvedPage[]]
  settings: Settings
  bleed: boolean
  /** Only so much of the page, px; all of it where it is left out. */
  box?: Bounds
  /** When it is made; now where it is left out. */
  now?: Date
}
/** Makes a file and reads it back; `pictured` names the layers that became pictures in it. */
export type PageWriter = (
  asked: PageAsked,
  host: NodeHost,
  read: BlobReader,
  progress?: (share: number) => void,
) => Promise<{ bytes: Uint8Array<ArrayBuffer>; pictured: string[] }>
