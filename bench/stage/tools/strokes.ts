import { beginDabs } from '../../actions/cutting'
import { beginPath } from '../../actions/pathing'
import type { StrokeInHand } from '../../actions/strokes'
import { beginStroke } from '../../actions/strokes'
import { beginWeave } from '../../actions/weaving'
import { defineTool, type Press } from './definition'

const along = (stroke: StrokeInHand | null): Press | null =>
  stroke && {
    along: ({ page, pressure }) => stroke.to(page, pressure),
    end: () => stroke.end(),
    drop: () => stroke.drop(),
  }

export const brush = defineTool({
  id: 'brush',
  cursor: 'none',
  mark: (s) => s.brush,
  press: ({ bench }, { page, pressure, shift }) => along(beginStroke(bench, page, pressure, shift)),
})
export const cut = defineTool({
  id: 'cut',
  cursor: 'none',
  mark: (s) => ({ size: s.dab.size, hardness: 1, hides: !s.dab.keep }),
  press: ({ bench }, { page, alt }) => along(beginDabs(bench, page, alt)),
})
export const weave = defineTool({
  id: 'weave',
  cursor: 'crosshair',
  mark: (s) => ({ size: s.weaveSize, hardness: 1, hides: true }),
  press: ({ bench }, { page }) => along(beginWeave(bench, page)),
})
export const path = defineTool({
  id: 'path',
  cursor: 'crosshair',
  press: ({ bench }, { page, alt }) => along(beginPath(bench, page, alt)),
})
