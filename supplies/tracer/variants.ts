import { turning } from './geometry'
import type { Scene } from './scene'
import type { Picture } from './studio'

/** A thing once more: what it is of, how far it is turned (radians), which of its colours are others. */
type Variant = readonly [name: string, of: string, turn: number, colours: Readonly<Record<string, string>>]

const variants: readonly Variant[] = [
  ['rose-white', 'garden-rose', 1.3, { '#b8414c': '#efe2cf', '#e58b8b': '#fffaf0' }],
  ['rose-yellow', 'garden-rose', 0.5, { '#b8414c': '#e0a234', '#e58b8b': '#f8dc8f' }],
  ['tulip-yellow', 'tulip', 1.1, { '#c9453a': '#e3a92c', '#ee9a7c': '#f8db7d' }],
  ['bunch-of-roses-white', 'bunch-of-roses', 1.2, { '#b8414c': '#efe2cf', '#e58b8b': '#fffaf0' }],
  ['apple-green', 'apple', 1.4, { '#a32a20': '#7f9a2e', '#d9772f': '#aebf4a', '#e8c25a': '#d5d87a' }],
  [
    'grapes-green',
    'grapes',
    1.2,
    { '#4a2a5c': '#8ba04a', '#8a6aa0': '#c3d08a', '#5b3570': '#9bb058', '#3d2250': '#75893a' },
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
  const turned = turning(turn)
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
