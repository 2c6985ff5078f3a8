import { badInput, missing } from '../core/basics/errors'
import { newId } from '../core/basics/ids'
import { inOrder } from '../core/basics/order'
import { linkedDesigns } from '../core/design/linked'
import type { Design } from '../core/design/schema'
import { PIECE, pieceOf } from '../core/resolve/piece'
import type { AnswerOf } from '../wire/call'
import { type linkedNow, type listLinkable, makePiece, takeLinked } from '../wire/linked'
import { drawn, storeUpload } from './blobs'
import { campaignOf, createDesign, listDesigns, loadDesign } from './designs'
import { inTime } from './pictures'

/** px that a linked picture may have. */
const MOST_PX = 40_000_000
/** A picture is made so much larger or smaller than its channel at the most. */
const [LEAST, MOST] = [0.1, 4]

/** The designs that one shows, and those that these show, each once; what is gone is left out. */
export async function linkedFrom(design: Design): Promise<Design[]> {
  const found = new Map<string, Design>()
  const due = linkedDesigns(design)
  for (let id = due.pop(); id !== undefined; id = due.pop()) {
    if (found.has(id) || id === design.id) continue
    const other = await loadDesign(id).then(
      (row) => row.design,
      () => null,
    )
    if (!other) continue
    found.set(id, other)
    due.push(...linkedDesigns(other))
  }
  return [...found.values()]
}
const isCircle = async (id: string, other: Design): Promise<boolean> =>
  other.id === id ||
  (await linkedFrom(other)).some((d) => linkedDesigns(d).includes(id)) ||
  linkedDesigns(other).includes(id)

/** What may be linked from a design: everything that can be read, but the design itself. */
export async function linkable(id: string): Promise<AnswerOf<typeof listLinkable>> {
  const all = await listDesigns()
  const own = all.find((d) => d.id === id)
  if (!own) throw missing('There is no such design.')
  const others = all.filter((d) => d.id !== id && !d.archived && !d.unreadable)
  const designs = await Promise.all(
    others.map(async (d) => {
      const { design } = await loadDesign(d.id)
      return {
        id: d.id,
        name: d.name,
        campaign: d.campaign,
        revision: d.revision,
        pages: inOrder(design.pages).map(({ id: page, name }) => ({ id: page, name })),
        channels: d.channels.map(({ master: _, ...c }) => c),
        circle: await isCircle(id, design),
      }
    }),
  )
  return {
    designs: designs.sort(
      (a, b) => Number(b.campaign === own.campaign) - Number(a.campaign === own.campaign),
    ),
  }
}

/**
 * A picture of a page of a design on a channel as it is now, stored for another that shows it. Throws `missing` where it is gone,
 * `bad-input` where it would show itself.
 */
export async function takenLink(id: string, value: unknown): Promise<AnswerOf<typeof takeLinked>> {
  const parsed = takeLinked.body.safeParse(value)
  if (!parsed.success) throw badInput('What is to be linked cannot be read. Nothing was changed.')
  const { design: of, page, channel, ground, wide } = parsed.data
  const { design, revision } = await loadDesign(of)
  const size = design.channels[channel]
  if (!size || !design.pages[page])
    throw missing(
      `“${design.name}” no longer has this page or size. The picture of it stays as it was; link another.`,
    )
  if (await isCircle(id, design))
    throw badInput(
      `“${design.name}” shows this design itself: the two would never come to an end. Nothing was changed; link another, or a duplicate.`,
    )
  const most = Math.sqrt(MOST_PX / (size.width * size.height))
  const scale = Math.min(MOST, most, Math.max(LEAST, wide / size.width))
  const png = await inTime('flatten', {
    ...(await drawn(design)),
    page,
    channel,
    scale,
    ground: ground === 'page' ? 'page' : 'transparent',
  })
  const { info } = await storeUpload(png, `${design.name}.png`)
  return { info, revision, name: design.name }
}
/** Makes some layers of a design a design of their own, beside it. Throws `missing` where they are gone, `bad-input` where they cannot be. */
export async function pieceFrom(id: string, value: unknown): Promise<AnswerOf<typeof makePiece>> {
  const parsed = makePiece.body.safeParse(value)
  if (!parsed.success)
    throw badInput(`${parsed.error.issues[0]?.message ?? 'This cannot be read.'} Nothing was changed.`)
  const { page, layers, name } = parsed.data
  const { design } = await loadDesign(id)
  if (!design.pages[page] || layers.some((l) => design.layers[l]?.page !== page))
    throw missing('Some of what was selected is no longer there. Nothing was changed; select it again.')
  const box = await inTime('reach', { ...(await drawn(design)), page, channel: design.master, layers })
  const [width, height] = [box.right - box.left, box.bottom - box.top]
  if (Math.min(width, height) < 8)
    throw badInput('This is too small for a design of its own. Nothing was changed; select more.')
  const made = await createDesign(await campaignOf(id), pieceOf(design, layers, box, { id: newId(), name }))
  return { design: made.id, ...PIECE, box }
}
/** How far the designs are that one shows. */
export async function revisionsLinked(id: string): Promise<AnswerOf<typeof linkedNow>> {
  const { design } = await loadDesign(id)
  const designs = await Promise.all(
    linkedDesigns(design).map((other) =>
      loadDesign(other).then(
        (row) => ({ id: other, name: row.design.name, revision: row.revision as number | null }),
        () => ({ id: other, name: '', revision: null }),
      ),
    ),
  )
  return { designs }
}
