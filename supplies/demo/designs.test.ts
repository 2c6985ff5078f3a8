import { beforeAll, describe, expect, it } from 'vitest'
import { checkPage } from '@/core/checks/check-page'
import { checkDesign } from '@/core/design/edits'
import { openHost } from '@/host/project'
import { type LoadedSupply, loadSupplies, lookupIn } from '@/host/supplies'
import { DAYS } from './days'
import { samples } from './designs'
import { MIDSUMMER } from './midsummer'

const bytes = new Map<string, Uint8Array>()
const host = openHost(async (sha) => bytes.get(sha) ?? null)
let loaded: ReadonlyMap<string, LoadedSupply>
beforeAll(async () => {
  loaded = await loadSupplies()
  for (const s of loaded.values()) bytes.set(s.sha, s.bytes)
}, 60_000)

describe('the designs for eight occasions', () => {
  const occasions = samples.filter((s) => s.campaign === MIDSUMMER || s.campaign === DAYS)
  it('are eight, four in a campaign', () => {
    expect(occasions.map((s) => s.campaign)).toEqual([...Array(4).fill(MIDSUMMER), ...Array(4).fill(DAYS)])
  })
  it.each(occasions.map((s) => [s.make.name, s] as const))(
    '%s: made of the drawer alone, nothing found on its channels',
    async (_, sample) => {
      const design = checkDesign(sample.make(lookupIn(loaded)))
      expect(Object.keys(design.channels).length).toBeGreaterThanOrEqual(3)
      const found: string[] = []
      for (const channel of Object.keys(design.channels))
        for (const f of await checkPage(await host.resolve(design, 'page1', channel), host))
          found.push(`${channel}: ${f.text}`)
      expect(found).toEqual([])
    },
    60_000,
  )
})
