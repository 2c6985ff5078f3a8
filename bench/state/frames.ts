export type FrameSeen = { revision: number; stroke: number; milliseconds: number }
/** Frames that are remembered. */
const MOST = 2000

/** When each revision was first on the stage; read by measuring. */
export function newFrames() {
  const shown: (FrameSeen & { at: number })[] = []
  return {
    shown,
    note(frame: FrameSeen): void {
      const last = shown.at(-1)
      if (last?.revision === frame.revision && last.stroke === frame.stroke) return
      shown.push({ ...frame, at: performance.now() })
      if (shown.length > MOST) shown.splice(0, MOST / 2)
    },
  }
}
