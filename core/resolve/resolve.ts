import type { AdaptContext } from '../adapt/adapt'
import { missing } from '../basics/errors'
import { inRecipes } from '../design/follow'
import { clearBoxes, safeArea } from '../design/free-space'
import type { Design } from '../design/schema'
import { layerTree } from '../design/tree'
import { arranged } from './arranged'
import { content } from './content'
import { finished, inBands, untouched, withHidden } from './finished'
import { changesByTarget, type PageTree, type Pass } from './page-tree'
import { inRegister } from './register'
import type { Request } from './request'
import type { ResolvedPage } from './resolved'
import { fromRow } from './rows'
import { saidOn } from './said'

/** Treatments of the recipes that layers follow. */
const recipes: Pass = (tree) => ({ ...tree, nodes: inRecipes(tree.nodes, tree.design) })
/** What comes before a page is arranged, in this order. */
const early = (context: AdaptContext): readonly Pass[] => [recipes, fromRow(context), content]

/** A page on its way up to where it is arranged. Throws `missing` for a page or channel that the design does not have. */
export function pageTree(design: Design, request: Request, context: AdaptContext): PageTree {
  const page = design.pages[request.page]
  const channel = design.channels[request.channel]
  const master = design.channels[design.master]
  if (!page || !channel || !master)
    throw missing('This page or channel is no longer in the design. Nothing was lost; choose another.')
  const begun: PageTree = {
    design,
    request,
    master,
    channel,
    changes: changesByTarget(design, channel.id),
    colour: page.colour,
    swatches: design.swatches,
    nodes: layerTree(design, request.page),
    designed:
      request.row !== undefined && design.rows[request.row]
        ? () => pageTree(design, { page: request.page, channel: request.channel }, context)
        : null,
  }
  return early(context).reduce((now, pass) => pass(now), begun)
}

/**
 * The layers of one page as they are seen on one channel, and the only way to them: nothing else reads what differs there.
 * `row` is one of the design's table; of none, or of one that is gone, it is as designed. `time` is passed on to the passes. Throws `missing` for a page or channel that the design does not have.
 */
export function resolve(design: Design, request: Request, context: AdaptContext): ResolvedPage {
  // Whoever draws the page has the faces that it brings along.
  context.fonts.adopt(Object.values(design.faces))
  const tree = pageTree(design, request, context)
  const { channel, master } = tree
  const seen = {
    page: request.page,
    row: request.row !== undefined && design.rows[request.row] ? request.row : null,
    channel,
    width: channel.width,
    height: channel.height,
    bleed: channel.bleed,
    safe: safeArea(channel),
    clear: clearBoxes(channel),
    colour: tree.colour,
    swatches: tree.swatches,
    master: { width: master.width, height: master.height },
    masterChannel: master.id,
    said: saidOn(design, request.page),
  }
  const asMade = (layers: ResolvedPage['layers']): ResolvedPage => ({
    ...seen,
    layers,
    everything: layers,
    leftOut: [],
    arrangement: null,
    chosenAnew: false,
    reading: null,
    faults: [],
  })
  if (channel.id === design.master) return asMade(inRegister(tree.nodes.map(untouched), design))
  if (channel.elsewhere) {
    const own = tree.nodes.filter((n) => n.layer.shown && !design.layers[n.layer.id]?.shown)
    return asMade(inRegister(inBands(finished(withHidden(tree, own), tree)), design))
  }
  const { nodes, ...told } = arranged(tree, context)
  const layers = inRegister(inBands(finished(withHidden(tree, nodes), tree)), design)
  return { ...seen, layers, everything: layers, ...told }
}
