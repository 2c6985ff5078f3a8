import { describe, expect, it } from 'vitest'
import { blankDesign, presetSpecs } from '../core/design/blank'
import { ownChannel } from '../core/design/channels'
import { createCampaign, createDesign } from './designs'
import { forgetChannel, listSavedChannels, saveChannel } from './saved-channels'
import { openTemporaryStore } from './temporary-store.test-data'

openTemporaryStore()
const channelOf = (name: string, width = 728, height = 90) => {
  const { group: _, ...channel } = ownChannel('own', name, width, height)
  return channel
}
const begun = async (id: string, campaign: string) =>
  createDesign(await createCampaign(campaign), blankDesign(id, id, presetSpecs(['square-post'])))
const names = async (design: string | null) => (await listSavedChannels(design)).map((c) => c.channel.name)

describe('saved channels', () => {
  it('are there for all designs, or for those of one campaign', async () => {
    await begun('one', 'Autumn')
    await begun('two', 'Autumn')
    await begun('apart', 'Winter')
    await saveChannel({ design: 'one', scope: 'all', channel: channelOf('Strip') })
    await saveChannel({ design: 'one', scope: 'campaign', channel: channelOf('Box', 300, 250) })
    expect(await names('two')).toEqual(['Box', 'Strip'])
    expect(await names('apart')).toEqual(['Strip'])
    expect(await names(null)).toEqual(['Strip'])
  })
  it('are replaced by one of the same name, and forgotten', async () => {
    const { id } = await saveChannel({ design: 'one', scope: 'all', channel: channelOf('Strip', 970, 90) })
    const [strip, ...others] = (await listSavedChannels(null)).filter((c) => c.channel.name === 'Strip')
    expect(strip?.channel.width).toBe(970)
    expect(others).toEqual([])
    await forgetChannel(id)
    expect(await names(null)).toEqual([])
  })
  it('that are none, or of a design that is not there, are refused and nothing is stored', async () => {
    const bad = { design: 'one', scope: 'all', channel: { ...channelOf('Bad'), width: 2 } }
    await expect(saveChannel(bad)).rejects.toThrow(/Nothing was stored/)
    await expect(
      saveChannel({ design: 'nowhere', scope: 'campaign', channel: channelOf('Lost') }),
    ).rejects.toThrow(/no such design/)
    expect(await names(null)).toEqual([])
  })
})
