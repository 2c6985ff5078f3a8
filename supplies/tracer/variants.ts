import type { Vector } from './geometry'
import type { Scene } from './scene'
import type { Picture } from './studio'

/** A thing once more: what it is of, how far it is turned (radians), which of its colours are others. */
type Variant = readonly [name: string, of: string, turn: number, colours: Readonly<Record<string, string>>]

const variants: readonly Variant[] = [
  ['rose-white', 'garden-rose', 1.3, { '#b8414c': '#efe2cf', '#e58b8b': '#fffaf0' }],
  ['rose-yellow', 'garden-rose', 2.4, { '#b8414c': '#e0a234', '#e58b8b': '#f8dc8f' }],
  ['rose-pink', 'garden-rose', 4, { '#b8414c': '#dc8d98', '#e58b8b': '#f9d9d6' }],
  ['tulip-yellow', 'tulip', 1.1, { '#c9453a': '#e3a92c', '#ee9a7c': '#f8db7d' }],
  ['tulip-white', 'tulip', 2.6, { '#c9453a': '#eadfca', '#ee9a7c': '#fffaf0' }],
  ['tulip-violet', 'tulip', 4.2, { '#c9453a': '#5d3b7c', '#ee9a7c': '#b592cf' }],
  ['peony-white', 'peony', 1.4, { '#d77f94': '#eedcd0', '#f7d3d5': '#fffaf2' }],
  ['peony-coral', 'peony', 2.7, { '#d77f94': '#dd6449', '#f7d3d5': '#f8b79a' }],
  ['dahlia-white', 'dahlia-bloom', 1.2, { '#b9542c': '#e6dcc8', '#f0a45c': '#fffaf0' }],
  ['dahlia-wine', 'dahlia-bloom', 2.5, { '#b9542c': '#5c1730', '#f0a45c': '#a83a52' }],
  ['anemone-violet', 'anemone', 1.2, { '#dfe0f0': '#5a4a9c', '#ffffff': '#9c8bd6' }],
  ['anemone-red', 'anemone', 2.5, { '#dfe0f0': '#a32434', '#ffffff': '#d9535a' }],
  ['bunch-of-tulips-yellow', 'bunch-of-tulips', 1.2, { '#c9453a': '#e3a92c', '#ee9a7c': '#f8db7d' }],
  ['bunch-of-roses-white', 'bunch-of-roses', 1.2, { '#b8414c': '#efe2cf', '#e58b8b': '#fffaf0' }],
  [
    'bunch-of-peonies-white',
    'bunch-of-peonies',
    1.2,
    { '#d77f94': '#eedcd0', '#f7d3d5': '#fffaf2', '#dfe0f0': '#d98f86', '#ffffff': '#f3c3b6' },
  ],
  ['apple-green', 'apple', 1.4, { '#a32a20': '#7f9a2e', '#d9772f': '#aebf4a', '#e8c25a': '#d5d87a' }],
  ['apple-yellow', 'apple', 2.8, { '#a32a20': '#d9a52f', '#d9772f': '#e8c657', '#e8c25a': '#c9742f' }],
  ['pear-red', 'pear', 1.4, { '#b7a93c': '#9c3a2a', '#d8cf74': '#d27a4a', '#cdbf5a': '#e0a06a' }],
  ['limes', 'lemons', 0.9, { '#e8c53a': '#7fae3a', '#d6ad24': '#638f2a' }],
  [
    'grapes-green',
    'grapes',
    1.2,
    { '#4a2a5c': '#8ba04a', '#8a6aa0': '#c3d08a', '#5b3570': '#9bb058', '#3d2250': '#75893a' },
  ],
  [
    'sofa-terracotta',
    'sofa',
    0.35,
    { '#5b7d74': '#b3573a', '#4a6a62': '#97452c', '#d99b5c': '#efe0c6', '#c9864a': '#dccbad' },
  ],
  [
    'sofa-blue',
    'sofa',
    -0.35,
    { '#5b7d74': '#3f5f86', '#4a6a62': '#334f72', '#d99b5c': '#d98f86', '#c9864a': '#c97a70' },
  ],
  [
    'sofa-cream',
    'sofa',
    0.2,
    { '#5b7d74': '#e3d7c2', '#4a6a62': '#d0c2a9', '#d99b5c': '#7f9268', '#c9864a': '#6b7f56' },
  ],
  ['chair-black', 'chair', 0.9, { '#b98a58': '#34302c', '#7f5630': '#1e1b18' }],
  ['chair-teal', 'chair', -0.9, { '#b98a58': '#2f6a6a', '#7f5630': '#1f4f50', '#d8cbb4': '#e8dcc4' }],
  ['suitcase-teal', 'suitcase', 0.5, { '#b5643f': '#2f6a6a', '#96502f': '#24565a', '#5a3822': '#6a4427' }],
  ['suitcase-cream', 'suitcase', -0.5, { '#b5643f': '#e6d8bd', '#96502f': '#d3c09c' }],
  ['suitcase-night', 'suitcase', 0.25, { '#b5643f': '#2c3450', '#96502f': '#20273e', '#5a3822': '#8a5330' }],
  [
    'table-lamp-blue',
    'table-lamp',
    0.4,
    { '#a9c3a6': '#3a5f94', '#8bab8f': '#27487a', '#c9d8c0': '#86a5cc' },
  ],
  [
    'table-lamp-rust',
    'table-lamp',
    0.8,
    { '#a9c3a6': '#b0522d', '#8bab8f': '#8d3d20', '#c9d8c0': '#e09a6a' },
  ],
  ['paper-lantern-white', 'paper-lantern', 0.4, { '#d2523c': '#f3e6cc', '#e27a58': '#fbf3e0' }],
  ['paper-lantern-yellow', 'paper-lantern', 0.8, { '#d2523c': '#e8a93a', '#e27a58': '#f3c869' }],
  ['books-pale', 'books', 0.7, { '#2f5f63': '#d9c7b0', '#c2553a': '#e2b5a6', '#e2b45c': '#a9b8a4' }],
  ['books-dark', 'books', -0.6, { '#2f5f63': '#2c3450', '#c2553a': '#5c1730', '#e2b45c': '#2f4f3c' }],
  [
    'cup-of-coffee-blue',
    'cup-of-coffee',
    0.5,
    { '#efe5d0': '#3f668f', '#7b5a3c': '#274768', '#e0cfae': '#6f97bd' },
  ],
  [
    'cup-of-coffee-dark',
    'cup-of-coffee',
    -0.4,
    { '#efe5d0': '#3a322e', '#7b5a3c': '#1f1a18', '#e0cfae': '#574a42' },
  ],
  ['glass-of-white-wine', 'wine-glass', 0.3, { '#6d1520': '#d3bd5a' }],
  ['glass-of-rose-wine', 'wine-glass', 0.6, { '#6d1520': '#dc8a7c' }],
  [
    'pillar-candles-red',
    'pillar-candles',
    0.9,
    { '#f3e7cf': '#a8322c', '#d98f86': '#c9533f', '#e8cfa2': '#7c1f22' },
  ],
  [
    'pillar-candles-green',
    'pillar-candles',
    1.8,
    { '#f3e7cf': '#4f6b4c', '#d98f86': '#7f9268', '#e8cfa2': '#33503c' },
  ],
  ['taper-candle-green', 'taper-candle', 0, { '#b24a3a': '#3f6a55' }],
  ['taper-candle-white', 'taper-candle', 0, { '#b24a3a': '#f3ead6' }],
  [
    'gift-rose',
    'gift-kraft',
    0.5,
    { '#b98d5e': '#e2a49b', '#a2784b': '#d48f85', '#a33f2c': '#f3e3cf', '#c2553a': '#fffaf0' },
  ],
  [
    'gift-night',
    'gift-kraft',
    -0.4,
    { '#b98d5e': '#2c3450', '#a2784b': '#242b44', '#a33f2c': '#d9a53f', '#c2553a': '#f0cf86' },
  ],
  [
    'gift-white',
    'gift-teal',
    0.6,
    { '#2f5f63': '#f3ecdf', '#264f53': '#e6dcc9', '#e2b45c': '#b03a32', '#f0cf86': '#d9695a' },
  ],
  [
    'stack-of-gifts-red',
    'stack-of-gifts',
    0.5,
    {
      '#7f9268': '#e2b45c',
      '#6b7f56': '#cf9c42',
      '#f0e4cc': '#b03a32',
      '#c2553a': '#f3ecdf',
      '#d9785a': '#ffffff',
    },
  ],
  ['satin-bow-gold', 'satin-bow', 0, { '#c8473a': '#cf9a3a', '#e07a68': '#f3d58a' }],
  ['satin-bow-teal', 'satin-bow', 0, { '#c8473a': '#2f6a6a', '#e07a68': '#6aa7a2' }],
  ['satin-bow-white', 'satin-bow', 0, { '#c8473a': '#e6dccb', '#e07a68': '#fffaf0' }],
  ['curled-ribbon-red', 'curled-ribbon', 0.4, { '#e0b04e': '#b03a32', '#f3d28a': '#e07a68' }],
  ['curled-ribbon-teal', 'curled-ribbon', 0.8, { '#e0b04e': '#2f6a6a', '#f3d28a': '#6aa7a2' }],
  ['party-hat-teal', 'party-hat', 0.5, { '#c2553a': '#2f6a6a' }],
  ['party-hat-rose', 'party-hat', 1, { '#c2553a': '#d98f86', '#e2a53c': '#2f5f63', '#c9852a': '#264f53' }],
  [
    'birthday-cake-chocolate',
    'birthday-cake',
    0.7,
    { '#d98f86': '#5a3422', '#c97468': '#462717', '#f4e6d2': '#e9d3b2', '#e8cfae': '#d9bd94' },
  ],
  ['birthday-cake-blue', 'birthday-cake', 1.4, { '#d98f86': '#7fa6bf', '#c97468': '#6990ab' }],
  ['medal-silver', 'medal', 0, { '#d9a441': '#c3c6c8', '#2f5f63': '#a83a2c', '#4c8488': '#d0655a' }],
  ['medal-bronze', 'medal', 0, { '#d9a441': '#b0703f', '#2f5f63': '#35476b', '#4c8488': '#5f76a0' }],
  ['balloon-white', 'balloon-red', 0, { '#b8392b': '#f3ecdf' }],
  ['balloon-night', 'balloon-red', 0, { '#b8392b': '#2c3a63' }],
  [
    'bunch-of-balloons-gold',
    'bunch-of-balloons',
    0.9,
    { '#c2553a': '#d9a53f', '#2f5f63': '#26241f', '#d98f86': '#f3ead6', '#e2a53c': '#f0cf86' },
  ],
  [
    'bunch-of-balloons-pale',
    'bunch-of-balloons',
    1.8,
    { '#c2553a': '#e9b3a6', '#2f5f63': '#a9c9c4', '#d98f86': '#f3d9c8', '#e2a53c': '#f5e2a8' },
  ],
  ['bicycle-red', 'bicycle', 0, { '#2f6f6a': '#b03a32' }],
  ['bicycle-mustard', 'bicycle', 0, { '#2f6f6a': '#dba637' }],
  [
    'sailing-boat-white',
    'sailing-boat',
    0.2,
    { '#7a5236': '#f0e8da', '#4a2f1e': '#ddd0bb', '#c2553a': '#2f5f86', '#a9432c': '#244a6c' },
  ],
  ['aeroplane-teal', 'aeroplane', 0, { '#c2553a': '#2f7f7c' }],
  ['aeroplane-yellow', 'aeroplane', 0, { '#c2553a': '#e2a53c' }],
  ['potted-plant-white', 'potted-plant', 1.2, { '#c98a63': '#efe8da', '#b0714c': '#ddd2bd' }],
  ['potted-plant-blue', 'potted-plant', 2.4, { '#c98a63': '#3f5f86', '#b0714c': '#334f72' }],
  [
    'autumn-leaf-yellow',
    'maple-like-leaf',
    0,
    { '#b8452a': '#d9a02f', '#d99848': '#f0cf6a', '#7a3318': '#9a6a1c' },
  ],
  [
    'autumn-leaf-brown',
    'maple-like-leaf',
    0,
    { '#b8452a': '#7a4a28', '#d99848': '#b98a58', '#7a3318': '#4a2a15' },
  ],
]

/** A scene in other colours, what is seen of it turned about the upright. */
function another(scene: Scene, turn: number, colours: Readonly<Record<string, string>>): Scene {
  const inColours = (hex: string) => colours[hex] ?? hex
  scene.materials = scene.materials.map((m) =>
    m.kind === 'light'
      ? m
      : {
          ...m,
          colour: inColours(m.colour),
          ...(m.second ? { second: inColours(m.second) } : {}),
          ...(m.third ? { third: inColours(m.third) } : {}),
        },
  )
  const { mesh } = scene
  const [c, k] = [Math.cos(turn), Math.sin(turn)]
  const turned = ([x, y, z]: Vector): Vector => [x * c + z * k, y, -x * k + z * c]
  mesh.materials.forEach((own, n) => {
    if (scene.materials[own]?.unseen) return
    for (const list of [mesh.positions, mesh.normals])
      for (let m = n * 9; m < n * 9 + 9; m += 3) {
        const at = turned([list[m] as number, list[m + 1] as number, list[m + 2] as number])
        for (let d = 0; d < 3; d++) list[m + d] = at[d] as number
      }
  })
  return scene
}

/** Things of the drawer in further colours, seen from another side. Throws where one is of a thing that there is not. */
export const variantsOf = (things: readonly Picture[]): Picture[] =>
  variants.map(([name, of, turn, colours]) => {
    const thing = things.find((t) => t.name === of)
    if (!thing) throw new Error(`There is no ${of} to make ${name} of.`)
    return { ...thing, name, samples: 26, scene: () => another(thing.scene(), turn, colours) }
  })
