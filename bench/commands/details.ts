import { setSectionClosed } from '../details/open-sections'
import type { Bench } from '../state/bench'
import { defineCommands, someSelected } from './define'

/** Brings a section of the panel into view, opens it and puts the keyboard into it. */
function showSection(title: string): void {
  setSectionClosed(title, false)
  requestAnimationFrame(() => {
    const section = document.querySelector(
      `[aria-label="Details"] :is(section, details)[aria-label="${title}"]`,
    )
    if (section instanceof HTMLDetailsElement) section.open = true
    section?.scrollIntoView({ block: 'start' })
    section?.querySelector<HTMLElement>('input, select, [role="combobox"], [role="slider"]')?.focus()
  })
}
const SECTIONS = [
  ['Place', 'Place and size: in Details', 'position x y width height dimensions rotate rotation angle move'],
  [
    'Bend and perspective',
    'Bend and perspective: in Details',
    'curve curved text arc arch wave warp distort skew tilt perspective corners straighten',
  ],
  [
    'Type',
    'Type: in Details',
    'change font bigger smaller text typeface text size letter spacing line height leading tracking kerning',
  ],
  ['Fill', 'Fill: in Details', 'colour color gradient paint background'],
  ['Blend', 'Opacity and blend mode: in Details', 'transparency transparent see-through alpha mix multiply'],
  [
    'Treatments',
    'Treatments: in Details',
    'effects filters drop shadow glow blur adjust brightness contrast saturation',
  ],
  ['Masks', 'Masks: in Details', 'clip hide parts fade erase'],
  ['On channels', 'On channels: in Details', 'responsive resize behaviour importance anchor pin'],
] as const
/** What belongs to the page and the design: seen with nothing selected. */
const OF_PAGE = [
  ['Page colour', 'Page colour: in Details', 'background canvas colour color transparent'],
  ['Channel', 'Channel: in Details', 'size resize dimensions bleed safe area file format'],
  ['Swatches', 'Swatches: in Details', 'palette brand colours colors scheme'],
] as const

/** Where things are set: the palette finds them by what people call them, and goes there. */
export const detailsCommands = defineCommands([
  ...SECTIONS.map(([title, label, words]) => ({
    id: `details-${title.toLowerCase().replaceAll(' ', '-')}`,
    label,
    words,
    section: 'View' as const,
    needs: someSelected,
    run: () => showSection(title),
  })),
  ...OF_PAGE.map(([title, label, words]) => ({
    id: `details-${title.toLowerCase().replaceAll(' ', '-')}`,
    label,
    words,
    section: 'View' as const,
    run: (b: Bench) => {
      b.select([])
      showSection(title)
    },
  })),
])
