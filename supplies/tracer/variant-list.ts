/** A thing once more: what it is of, its name and what it is found by further, how far it is turned (radians), which of its colours are others. */
export type Variant = readonly [
  id: string,
  of: string,
  label: string,
  words: string,
  turn: number,
  colours: Readonly<Record<string, string>>,
]
type Colours = Variant[5]

const petals =
  (dark: string, light: string) =>
  (fromDark: string, fromLight: string): Colours => ({ [fromDark]: dark, [fromLight]: light })
const rose = (dark: string, light: string) => petals(dark, light)('#b8414c', '#e58b8b')
const tulip = (dark: string, light: string) => petals(dark, light)('#c9453a', '#ee9a7c')
const peony = (dark: string, light: string) => petals(dark, light)('#d77f94', '#f7d3d5')
const dahlia = (dark: string, light: string) => petals(dark, light)('#b9542c', '#f0a45c')
const anemone = (dark: string, light: string) => petals(dark, light)('#dfe0f0', '#ffffff')
const cloth = (seat: string, shade: string, cushion: string, fold: string): Colours => ({
  '#5b7d74': seat,
  '#4a6a62': shade,
  '#d99b5c': cushion,
  '#c9864a': fold,
})
const suitcase = (shell: string, shade: string): Colours => ({ '#b5643f': shell, '#96502f': shade })
const bow = (dark: string, light: string): Colours => ({ '#c8473a': dark, '#e07a68': light })
const ribbon = (dark: string, light: string): Colours => ({ '#e0b04e': dark, '#f3d28a': light })
const medal = (metal: string, band: string, edge: string): Colours => ({
  '#d9a441': metal,
  '#2f5f63': band,
  '#4c8488': edge,
})

export const variants: readonly Variant[] = [
  ['rose-white', 'garden-rose', 'White rose', 'white rose', 1.3, rose('#efe2cf', '#fffaf0')],
  ['rose-yellow', 'garden-rose', 'Yellow rose', 'yellow rose', 0.5, rose('#e0a234', '#f8dc8f')],
  ['rose-pink', 'garden-rose', 'Pink rose', 'pink rose', 2.2, rose('#dd8fa0', '#f9d8d6')],
  ['tulip-yellow', 'tulip', 'Yellow tulip', 'yellow', 1.1, tulip('#e3a92c', '#f8db7d')],
  ['tulip-white', 'tulip', 'White tulip', 'white', 2.3, tulip('#efe6d6', '#fffdf6')],
  ['tulip-violet', 'tulip', 'Violet tulip', 'violet purple', 0.6, tulip('#6b4a8c', '#b294c4')],
  ['peony-white', 'peony', 'White peony', 'white', 1.2, peony('#efe3d6', '#fffaf4')],
  ['peony-coral', 'peony', 'Coral peony', 'coral orange', 0.5, peony('#e0674f', '#f6b79d')],
  ['dahlia-white', 'dahlia-bloom', 'White dahlia', 'white', 0.7, dahlia('#efe6d8', '#fffdf7')],
  ['dahlia-wine', 'dahlia-bloom', 'Wine-red dahlia', 'red wine dark', 1.6, dahlia('#6d1f33', '#a8455c')],
  ['anemone-violet', 'anemone', 'Violet anemone', 'violet purple', 0.8, anemone('#6a57a5', '#a794d4')],
  ['anemone-red', 'anemone', 'Red anemone', 'red', 1.9, anemone('#b3262c', '#de5a50')],
  [
    'bunch-of-tulips-yellow',
    'bunch-of-tulips',
    'Bunch of yellow tulips',
    'yellow',
    2.1,
    tulip('#e3a92c', '#f8db7d'),
  ],
  [
    'bunch-of-roses-white',
    'bunch-of-roses',
    'Bunch of white roses',
    'white rose',
    1.2,
    rose('#efe2cf', '#fffaf0'),
  ],
  [
    'bunch-of-peonies-white',
    'bunch-of-peonies',
    'Bunch of white peonies',
    'white',
    1.7,
    { ...peony('#efe3d6', '#fffaf4'), ...anemone('#b7c4a0', '#d9e2c8') },
  ],
  [
    'apple-green',
    'apple',
    'Green apple',
    'green',
    1.4,
    { '#a32a20': '#7f9a2e', '#d9772f': '#aebf4a', '#e8c25a': '#d5d87a' },
  ],
  [
    'apple-yellow',
    'apple',
    'Yellow apple',
    'yellow',
    2.6,
    { '#a32a20': '#d9a52f', '#d9772f': '#ecc65a', '#e8c25a': '#f4e08f' },
  ],
  [
    'pear-red',
    'pear',
    'Red pear',
    'red',
    1.2,
    { '#b7a93c': '#9c3a2c', '#d8cf74': '#c9684a', '#cdbf5a': '#b4503a' },
  ],
  [
    'grapes-green',
    'grapes',
    'Green grapes',
    'green white',
    1.2,
    { '#4a2a5c': '#8ba04a', '#8a6aa0': '#c3d08a', '#5b3570': '#9bb058', '#3d2250': '#75893a' },
  ],
  [
    'sofa-terracotta',
    'sofa',
    'Terracotta sofa',
    'terracotta orange',
    0.3,
    cloth('#b5613f', '#9a4f33', '#efe2cc', '#ddccb0'),
  ],
  ['sofa-blue', 'sofa', 'Blue sofa', 'blue', -0.35, cloth('#3f5d86', '#334c70', '#e2b45c', '#cf9f45')],
  ['sofa-cream', 'sofa', 'Cream sofa', 'cream white', 0, cloth('#e6dac4', '#d3c5aa', '#b5613f', '#9a4f33')],
  ['chair-black', 'chair', 'Black chair', 'black', 0.5, { '#b98a58': '#3a332e', '#7f5630': '#241f1c' }],
  [
    'chair-teal',
    'chair',
    'Teal chair',
    'teal green',
    -0.5,
    { '#b98a58': '#2f6f6a', '#7f5630': '#245652', '#d8cbb4': '#e9ddc8', '#c2b294': '#d8cbb0' },
  ],
  ['suitcase-teal', 'suitcase', 'Teal suitcase', 'teal green', -0.35, suitcase('#2f6f6a', '#245652')],
  ['taper-candle-green', 'taper-candle', 'Green candle in a holder', 'green', 0.6, { '#b24a3a': '#5b7d5c' }],
  ['taper-candle-white', 'taper-candle', 'White candle in a holder', 'white', 1.2, { '#b24a3a': '#f3ead8' }],
  ['satin-bow-gold', 'satin-bow', 'Golden satin bow', 'gold golden', 0, bow('#c99432', '#f0cd7c')],
  ['satin-bow-teal', 'satin-bow', 'Teal satin bow', 'teal green', 0.2, bow('#2f6f6a', '#6aa8a0')],
  ['satin-bow-white', 'satin-bow', 'White satin bow', 'white wedding', -0.2, bow('#efe6d6', '#fffdf8')],
  ['curled-ribbon-red', 'curled-ribbon', 'Curled red ribbon', 'red', 0.5, ribbon('#b8362c', '#dd6a56')],
  [
    'curled-ribbon-teal',
    'curled-ribbon',
    'Curled teal ribbon',
    'teal green',
    -0.5,
    ribbon('#2f6f6a', '#6aa8a0'),
  ],
  [
    'party-hat-teal',
    'party-hat',
    'Teal party hat',
    'teal green',
    0.8,
    { '#e9dcc0': '#2f6f6a', '#c2553a': '#e9dcc0' },
  ],
  [
    'party-hat-rose',
    'party-hat',
    'Rose party hat',
    'rose pink',
    1.7,
    { '#e9dcc0': '#e3a8a4', '#c2553a': '#fffaf0', '#e2a53c': '#c2553a', '#c9852a': '#a8432c' },
  ],
  ['medal-silver', 'medal', 'Silver medal', 'silver second', 0, medal('#c3c6c9', '#8a2f2a', '#b3584c')],
  ['balloon-white', 'balloon-red', 'White balloon', 'white wedding', 0, { '#b8392b': '#f0e9dc' }],
  ['balloon-night', 'balloon-red', 'Dark blue balloon', 'blue dark', 0, { '#b8392b': '#27365c' }],
]
