/** The tabs of the drawer: the kind of supplies, what it is called, words that the palette finds it by. */
export const TABS = [
  ['', 'All', 'drawer material elements'],
  ['photo', 'Photos', 'stock images pictures backgrounds'],
  ['cutout', 'Cutouts', 'objects things people food flowers stickers'],
  ['graphic', 'Graphics', 'icons shapes elements arrows signs emoji badges lines speech bubbles'],
  ['texture', 'Textures', 'paper pattern grunge surface'],
  ['overlay', 'Overlays', 'light leak bokeh dust rain snow smoke'],
  ['type', 'Type', 'pairings headings font combination'],
  ['occasions', 'Occasions', 'birthday holiday sale season templates'],
  ['own', 'Own', 'uploads mine brand logo'],
] as const
export type SupplyTab = (typeof TABS)[number][0]
