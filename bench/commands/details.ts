import { setSectionClosed } from '../details/open-sections'
import { defineCommands, someSelected } from './define'

/** Brings a section of the panel into view, opens it and puts the keyboard into it. */
function showSection(title: string): void {
  setSectionClosed(title, false)
  requestAnimationFrame(() => {
    const section = document.querySelector(`[aria-label="Details"] section[aria-label="${title}"]`)
    section?.scrollIntoView({ block: 'start' })
    section?.querySelector<HTMLElement>('input, select, [role="combobox"], [role="slider"]')?.focus()
  })
}
const SECTIONS = [
  ['Place', 'Place and size: in Details', 'position x y width height dimensions rotate angle'],
  ['Type', 'Type: in Details', 'font typeface text size letter spacing line height leading tracking kerning'],
  ['Fill', 'Fill: in Details', 'colour color gradient paint'],
  ['Blend', 'Opacity and blend mode: in Details', 'transparency transparent see-through alpha mix multiply'],
  ['Treatments', 'Treatments: in Details', 'effects filters shadow glow blur adjust brightness contrast'],
  ['Masks', 'Masks: in Details', 'clip hide parts fade erase'],
  ['On channels', 'On channels: in Details', 'responsive resize behaviour importance anchor pin'],
] as const

/** Where things are set: the palette finds them by what people call them, and goes there. */
export const detailsCommands = defineCommands(
  SECTIONS.map(([title, label, words]) => ({
    id: `details-${title.toLowerCase().replace(' ', '-')}`,
    label,
    words,
    section: 'View' as const,
    needs: someSelected,
    run: () => showSection(title),
  })),
)
