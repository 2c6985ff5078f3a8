/** How two pictures are looked at: zoom 0 fits, else device px a px; `share` of the width shows the first under a split; x, y in CSS px. */
export type Look = {
  mode: 'split' | 'side' | 'difference'
  zoom: number
  share: number
  x: number
  y: number
}
type Both = { was: ImageBitmap; is: ImageBitmap }

/** Differences are shown so many times as strong. */
const STRONGER = 8
const differences = new WeakMap<ImageBitmap, OffscreenCanvas>()
/** How far two pictures are apart, px by px. */
function differenceOf({ was, is }: Both): OffscreenCanvas {
  const known = differences.get(is)
  if (known) return known
  const pixels = (p: ImageBitmap) => {
    const context = new OffscreenCanvas(p.width, p.height).getContext(
      '2d',
    ) as OffscreenCanvasRenderingContext2D
    context.drawImage(p, 0, 0)
    return context.getImageData(0, 0, was.width, was.height)
  }
  const [a, b] = [pixels(was), pixels(is)]
  for (let n = 0; n < a.data.length; n++)
    a.data[n] =
      n % 4 === 3 ? 255 : Math.min(255, STRONGER * Math.abs((a.data[n] as number) - (b.data[n] as number)))
  const out = new OffscreenCanvas(was.width, was.height)
  ;(out.getContext('2d') as OffscreenCanvasRenderingContext2D).putImageData(a, 0, 0)
  differences.set(is, out)
  return out
}

/** Draws both into a canvas, at its size on the screen. */
export function lookAtBoth(canvas: HTMLCanvasElement, both: Both, look: Look): void {
  const ratio = window.devicePixelRatio || 1
  const [width, height] = [canvas.clientWidth * ratio, canvas.clientHeight * ratio]
  Object.assign(canvas, { width, height })
  const context = canvas.getContext('2d')
  if (!context) return
  const { was, is } = both
  const panes = look.mode === 'side' ? 2 : 1
  const pane = width / panes
  const margin = 24 * ratio
  const fit = Math.min((pane - margin) / was.width, (height - margin) / was.height)
  const k = look.zoom > 0 ? look.zoom : fit
  // From 100 % on every px is a square.
  context.imageSmoothingEnabled = k < 1
  context.imageSmoothingQuality = 'high'
  const draw = (p: CanvasImageSource, left: number) => {
    const x = Math.round(left + (pane - was.width * k) / 2 + (look.zoom > 0 ? look.x * ratio : 0))
    const y = Math.round((height - was.height * k) / 2 + (look.zoom > 0 ? look.y * ratio : 0))
    context.drawImage(p, x, y, was.width * k, was.height * k)
  }
  const within = (left: number, right: number, act: () => void) => {
    context.save()
    context.beginPath()
    context.rect(left, 0, right - left, height)
    context.clip()
    act()
    context.restore()
  }
  if (look.mode === 'difference') return draw(differenceOf(both), 0)
  if (look.mode === 'side') {
    within(0, pane, () => draw(was, 0))
    within(pane, width, () => draw(is, pane))
  } else {
    within(look.share * width, width, () => draw(is, 0))
    within(0, look.share * width, () => draw(was, 0))
  }
  const line = look.mode === 'side' ? pane : look.share * width
  context.fillStyle = '#0006'
  context.fillRect(line - 1.5 * ratio, 0, 3 * ratio, height)
  context.fillStyle = '#fff'
  context.fillRect(line - ratio / 2, 0, ratio, height)
}
