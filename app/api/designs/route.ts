import { z } from 'zod'
import { blankDesign, newId } from '@/core/design/blank'
import { channelSchema, colourSchema } from '@/core/design/schema'
import { badInput } from '@/core/errors'
import { createCampaign, createDesign, listDesigns } from '@/server/designs'
import { answer, jsonBody } from '@/server/http'

export const dynamic = 'force-dynamic'

const asked = z.object({
  name: z.string().trim().min(1, 'Give the design a name.').max(200),
  campaign: z.string().trim().min(1, 'Give the campaign a name.').max(200),
  channels: z
    .array(channelSchema.omit({ order: true }))
    .min(1, 'Choose at least one size.')
    .max(40),
  master: z.string(),
  colour: z.union([colourSchema, z.literal('transparent')]),
})

export const GET = () => answer(async () => ({ designs: await listDesigns() }))

export const POST = (request: Request) =>
  answer(async () => {
    const parsed = asked.safeParse(await jsonBody(request))
    if (!parsed.success) throw badInput(`${parsed.error.issues[0]?.message ?? 'The request is not valid.'} Nothing was created.`)
    const { name, campaign, channels, master, colour } = parsed.data
    const design = blankDesign(newId(), name, channels, { master, colour })
    await createDesign(await createCampaign(campaign), design)
    return { id: design.id }
  })
