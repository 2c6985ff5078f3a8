import { beforeAll, describe, expect, it } from 'vitest'
import { checkPage } from '@/core/checks/check-page'
import { demoChannelIds } from '@/core/design/channels'
import { checkDesign } from '@/core/design/edits'
import type { Design } from '@/core/design/schema'
import { openHost } from '@/host/project'
import { loadSupplies, lookupIn } from '@/host/supplies'
import { startingLayouts } from './layouts'

const bytes = new Map<string, Uint8Array>()
const host = openHost(async (sha) => bytes.get(sha) ?? null)
const made = new Map<string, Design>()
beforeAll(async () => {
  const loaded = await loadSupplies()
  for (const s of loaded.values()) bytes.set(s.sha, s.bytes)
  for (const l of startingLayouts) made.set(l.id, checkDesign(l.make(lookupIn(loaded))))
}, 60_000)

describe('starting layouts', () => {
  it('are at least eight, each with a type pairing of its own', () => {
    expect(startingLayouts.length).toBeGreaterThanOrEqual(8)
    const pairs = [...made.values()].map((d) =>
      [...new Set(Object.values(d.layers).flatMap((l) => (l.kind === 'type' ? [l.style.family] : [])))]
        .sort()
        .join(' and '),
    )
    expect(new Set(pairs).size).toBe(startingLayouts.length)
    for (const pair of pairs) expect(pair.split(' and ')).toHaveLength(2)
  })
  it.each(startingLayouts.map((l) => [l.id]))(
    '%s: eight layers on four planes, two named slots, nothing found on eight channels',
    async (id) => {
      const design = made.get(id)
      if (!design) throw new Error('not made')
      const layers = Object.values(design.layers).filter((l) => l.kind !== 'group')
      expect(layers.length).toBeGreaterThanOrEqual(8)
      expect(new Set(layers.map((l) => l.plane)).size).toBeGreaterThanOrEqual(4)
      const slots = layers.flatMap((l) => (l.kind === 'slot' ? [l.name] : []))
      expect(new Set(slots).size).toBeGreaterThanOrEqual(2)
      expect(Object.keys(design.channels).sort()).toEqual([...demoChannelIds].sort())
      const found: string[] = []
      for (const channel of demoChannelIds) {
        const page = await host.resolve(design, 'page1', channel)
        for (const f of await checkPage(page, host)) found.push(`${channel}: ${f.text}`)
      }
      expect(found).toEqual([])
    },
    60_000,
  )
})
