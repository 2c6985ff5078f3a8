import type { Settings } from '../core/outputs/define'
import type { OutputId } from '../core/outputs/list'
import type { Drawn } from './project'

/** A page of a design on a channel as a file: how it is written, at most so many KB (null for any weight). */
export type FileAsked<Format extends OutputId = OutputId> = Drawn & {
  page: string
  /** All pages of the file, where it may hold several. */
  pages?: readonly string[]
  channel: string
  format: Format
  settings: Settings
  mostKb: number | null
  /** The least likeness that a file is made of for its weight, 0–1. */
  floor: number
  scale: number
  bleed: boolean
  ground: 'page' | 'transparent'
}
