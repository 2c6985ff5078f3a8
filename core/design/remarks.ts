import { z } from 'zod'
import { badInput } from '../basics/errors'
import { type Remark, remarkSchema } from './remark-schema'
import type { Design } from './schema'

/** The file that a proof gives back. */
const remarksFile = z.object({
  vividRemarks: z.literal(1),
  design: z.string().max(120),
  revision: z.number().int().min(0),
  remarks: z.array(remarkSchema.omit({ done: true })).max(2000),
})
export type RemarksFile = z.infer<typeof remarksFile>

/**
 * Reads the remarks that come back for a design. Those of pages or channels that are no more are left out and counted. Throws
 * `bad-input` where the file is none, or of another design.
 */
export function readRemarks(
  text: string,
  name: string,
  design: Pick<Design, 'id' | 'name' | 'pages' | 'channels'>,
): { remarks: Remark[]; gone: number; revision: number } {
  let told: unknown
  try {
    told = JSON.parse(text)
  } catch {
    told = null
  }
  const parsed = remarksFile.safeParse(told)
  if (!parsed.success)
    throw badInput(
      `“${name}” holds no remarks that can be read here. Nothing was changed; take the file that the proof saved.`,
    )
  if (parsed.data.design !== design.id)
    throw badInput(`“${name}” holds remarks on another design than “${design.name}”. Nothing was changed.`)
  const all = parsed.data.remarks
  const here = all.filter((r) => design.pages[r.page] && design.channels[r.channel])
  return {
    remarks: here.map((r) => ({ ...r, done: false })),
    gone: all.length - here.length,
    revision: parsed.data.revision,
  }
}
/** Takes remarks in; those that are there already stay as they are, ticked off or not. Returns how many are new. */
export function takeRemarks(design: { remarks: Record<string, Remark> }, remarks: readonly Remark[]): number {
  let count = 0
  for (const r of remarks) {
    if (design.remarks[r.id]) continue
    design.remarks[r.id] = r
    count++
  }
  return count
}
const stamp = (r: Remark): string => `${r.at} ${r.id}`
/** Remarks in the order they were written. */
export const remarksIn = (design: { remarks: Readonly<Record<string, Remark>> }): Remark[] =>
  Object.values(design.remarks).sort((a, b) => (stamp(a) < stamp(b) ? -1 : 1))
