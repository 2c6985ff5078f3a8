import { turning } from './geometry'
import type { Scene } from './scene'
import type { Picture } from './studio'
import { variants } from './variant-list'

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
  variants.map(([name, of, , , turn, colours]) => {
    const thing = things.find((t) => t.name === of)
    if (!thing) throw new Error(`There is no ${of} to make ${name} of.`)
    return { ...thing, name, samples: 26, scene: () => another(thing.scene(), turn, colours) }
  })
