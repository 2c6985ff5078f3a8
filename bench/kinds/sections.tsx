'use client'
import { Fragment, type ReactNode } from 'react'
import type { Layer, LayerKind, LayerOf } from '@/core/kinds/list'
import type { Leaf } from '../actions/handled'
import { FillSection } from '../details/fill-section'
import { MirrorSection } from '../details/mirror-section'
import { PictureSection } from '../details/picture-section'
import { RecolourSection } from '../details/recolour-section'
import { ShapeSection } from '../details/shape-section'
import { SlotSection } from '../details/slot-section'
import { StrewSection } from '../details/strew-section'
import { TypeSection } from '../details/type-section'

/** Which sections of the panel a kind has: by itself, and whether it takes part in those of several things. */
type Sections<L> = {
  /** Of one that is selected alone. */
  only?: (layer: L) => ReactNode
  /** Of all of that kind among what is selected, before their colours or after. */
  before?: (layers: readonly L[]) => ReactNode
  after?: (layers: readonly L[]) => ReactNode
  /** It has colours of its own. */
  coloured?: true
  /** Its px can be recoloured as a whole. */
  recoloured?: true
}
const sections: { readonly [K in LayerKind]: Sections<LayerOf<K>> } = {
  picture: { only: (picture) => <PictureSection picture={picture} />, recoloured: true },
  slot: { only: (slot) => <SlotSection slot={slot} />, coloured: true },
  group: { only: (group) => group.mirror && <MirrorSection /> },
  strew: { only: (strew) => <StrewSection strew={strew} />, recoloured: true },
  type: { before: (leaves) => <TypeSection leaves={leaves} />, coloured: true },
  shape: { after: (leaves) => <ShapeSection leaves={leaves} />, coloured: true },
  graphic: { coloured: true },
  merged: {},
  grade: {},
}
const sectionsOf = (layer: Layer): Sections<Layer> => sections[layer.kind] as Sections<Layer>

/** What is peculiar to what is selected, in the order of work: `only` where it is one thing, `leaves` with groups opened. */
export function KindSections({ only, leaves }: { only: Layer | null; leaves: readonly Leaf[] }) {
  const [leaf] = leaves
  const own = leaves.length === 1 && leaf ? sectionsOf(leaf).only?.(leaf) : null
  const whole = only && only.id !== leaf?.id ? sectionsOf(only).only?.(only) : null
  const kinds = [...new Set(leaves.map((l) => l.kind))]
  const each = (place: 'before' | 'after') =>
    kinds.map((kind) => {
      const alike = leaves.filter((l) => l.kind === kind)
      const [first] = alike
      return first && <Fragment key={kind}>{sectionsOf(first)[place]?.(alike)}</Fragment>
    })
  return (
    <>
      {own}
      {whole}
      {each('before')}
      {leaves.some((l) => sectionsOf(l).coloured) && <FillSection leaves={leaves} />}
      {each('after')}
      {(leaves.length > 1 || leaves.some((l) => sectionsOf(l).recoloured)) && <RecolourSection />}
    </>
  )
}
