import type { ReactNode } from 'react'
import type { Channel } from '@/core/design/channel-schema'

/** A plain drawing of where an adaptation is met; `art` is its picture, `size` how large it is seen, CSS px. */
export type StandIn = (props: {
  art: ReactNode
  channel: Channel
  size: { width: number; height: number }
  pxPerMm: number
}) => ReactNode
