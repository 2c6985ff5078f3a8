import { TILE } from '../pixels/memory'
import { defineCheck } from './define'

/** Looks for see-through pixels on a page whose ground is a colour or that has a backdrop. */
export const coverage = defineCheck('coverage', 'Page covered', ({ page, plan, scale, host }) => {
  if (page.colour !== 'transparent') return []
  if (!page.layers.some((l) => l.layer.plane === 'backdrop' && l.layer.shown)) return []
  const b = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity }
  let count = 0
  for (let row = Math.floor(plan.page.top / TILE); row * TILE < plan.page.bottom; row++)
    for (let column = Math.floor(plan.page.left / TILE); column * TILE < plan.page.right; column++) {
      const bytes = host.renderer.tileBytes(plan, column, row, 'check')
      for (
        let y = Math.max(0, plan.page.top - row * TILE);
        y < Math.min(TILE, plan.page.bottom - row * TILE);
        y++
      )
        for (
          let x = Math.max(0, plan.page.left - column * TILE);
          x < Math.min(TILE, plan.page.right - column * TILE);
          x++
        ) {
          if ((bytes[(y * TILE + x) * 4 + 3] as number) >= 250) continue
          count++
          b.left = Math.min(b.left, column * TILE + x)
          b.top = Math.min(b.top, row * TILE + y)
          b.right = Math.max(b.right, column * TILE + x + 1)
          b.bottom = Math.max(b.bottom, row * TILE + y + 1)
        }
    }
  if (count < 4) return []
  return [
    {
      layer: null,
      at: { left: b.left / scale, top: b.top / scale, right: b.right / scale, bottom: b.bottom / scale },
      text: 'The backdrop does not cover the whole page.',
    },
  ]
})
