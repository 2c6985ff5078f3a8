import { DesignBuilder, type Lookup } from '../../../supplies/demo/builder'
import { random } from '../../../supplies/draw/random'
import { channelPresets, ownChannel, presetById } from '../../design/channels'
import type { Design } from '../../design/schema'
import type { FontBook } from '../../type/fonts'
import { type Brush, FACES, INKS, type Ink } from './brush.test-data'
import { GROUNDS, type GroundName, ground } from './grounds.test-data'
import { STRUCTURES, type StructureName } from './structures.test-data'

/** A made design with the relations that were meant: the kinds of its structures. */
export type Made = { design: Design; structures: readonly string[] }

export function makeStructured(
  seed: number,
  names: readonly StructureName[],
  masterId: string,
  fonts: FontBook,
  supply: Lookup,
  rtl = false,
): Made {
  const rnd = random(seed * 6007 + 11)
  const master = presetById(masterId)
  if (!master) throw new Error(`no channel ${masterId}`)
  const ink = INKS[Math.floor(rnd() * INKS.length)] as Ink
  const [family, weight] = FACES[Math.floor(rnd() * FACES.length)] as (typeof FACES)[number]
  const specs = [master, ...sizesBeside(masterId)]
  const b = new DesignBuilder(
    `made${seed}`,
    `${names.join(', ')} on ${master.name}`,
    specs,
    masterId,
    ink.page,
    supply,
  )
  const u = Math.min(master.width, master.height) / 100
  const to: Brush = {
    b,
    fonts,
    ink,
    rnd,
    u,
    page: master,
    smallest: master.smallestType,
    rtl,
    family,
    weight,
    centred: rnd() < 0.5,
  }
  const safe = {
    x: master.safe.left + 2 * u,
    y: master.safe.top + 2 * u,
    width: master.width - master.safe.left - master.safe.right - 4 * u,
    height: master.height - master.safe.top - master.safe.bottom - 4 * u,
  }
  const name = GROUNDS[seed % GROUNDS.length] as GroundName
  // What is slanted from edge to edge asks for the page itself.
  const area = ground(
    to,
    names.includes('slanted') && (name === 'half' || name === 'framed') ? 'plain' : name,
    safe,
  )
  const drawn = names.map((n) => STRUCTURES[n])
  const gap = 4 * u
  if (area.width > 1.6 * area.height && drawn.length > 1 && !names.includes('slanted')) {
    const w = (area.width - gap * 1.5 * (drawn.length - 1)) / drawn.length
    drawn.forEach((draw, k) => void draw(to, { ...area, x: area.x + k * (w + gap * 1.5), width: w }))
  } else {
    let y = area.y
    drawn.forEach((draw, k) => {
      const left = area.y + area.height - y
      const height = (left - gap * (drawn.length - 1 - k)) / (drawn.length - k)
      y += draw(to, { ...area, y, height }) + gap
    })
  }
  return { design: b.design, structures: [...names, name] }
}
/** Seventeen other sizes: all that ship but the master, and some that are wider, taller or smaller. */
export function sizesBeside(masterId: string) {
  const others = [
    ownChannel('leaderboard', 'Leaderboard', 728, 90),
    ownChannel('rectangle', 'Rectangle', 300, 250),
    ownChannel('skyscraper', 'Skyscraper', 160, 600),
    ownChannel('billboard', 'Billboard', 970, 250),
    ownChannel('half-page', 'Half page', 300, 600),
    ownChannel('wide-post', 'Wide post', 1600, 900),
  ]
  return [...channelPresets.filter((p) => p.id !== masterId), ...others].slice(0, 17)
}
/** The designs that adapting is measured on: every structure alone, in pairs and in threes, on every shipped channel. */
export function trainingDesigns(count: number, fonts: FontBook, supply: Lookup): Made[] {
  const all = Object.keys(STRUCTURES) as StructureName[]
  const masters = channelPresets
    .map((c) => c.id)
    .filter((id) => id !== 'forum-signature' && id !== 'screen-banner')
  return Array.from({ length: count }, (_, seed) => {
    const first = all[seed % all.length] as StructureName
    const others = [all[(seed * 5 + 3) % all.length], all[(seed * 3 + 7) % all.length]] as StructureName[]
    const many = seed < all.length ? 0 : 1 + (seed % 2)
    const names = [
      ...new Set([...(many > 0 ? (['title'] as const) : []), first, ...others.slice(0, many)]),
    ].slice(0, 3)
    return makeStructured(
      seed,
      names,
      masters[(seed * 7) % masters.length] as string,
      fonts,
      supply,
      seed % 9 === 4,
    )
  })
}
