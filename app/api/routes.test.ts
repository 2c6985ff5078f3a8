import { readFileSync } from 'node:fs'
import { strToU8, zipSync } from 'fflate'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { channelPresets } from '@/core/design/channels'
import { writeGreyPng } from '@/core/formats/grey-png'
import { writePackage } from '@/core/formats/vivid-package'
import { loadDesign } from '@/server/designs'
import { publish } from '@/server/events'
import { editOf, openTemporaryStore, setOpacity, storedDesign } from '@/server/temporary-store.test-data'
import * as blob from './blobs/[sha]/route'
import * as blobs from './blobs/route'
import * as campaigns from './campaigns/route'
import * as believed from './cutouts/believed/route'
import * as cutouts from './cutouts/route'
import * as study from './cutouts/study/route'
import * as delivery from './deliveries/[id]/route'
import * as deliveries from './deliveries/route'
import * as asides from './designs/[id]/asides/route'
import * as duplicate from './designs/[id]/duplicate/route'
import * as edits from './designs/[id]/edits/route'
import * as events from './designs/[id]/events/route'
import * as log from './designs/[id]/log/route'
import * as packaged from './designs/[id]/package/route'
import * as design from './designs/[id]/route'
import * as versions from './designs/[id]/versions/route'
import * as designs from './designs/route'
import * as fonts from './fonts/route'
import * as maskTiles from './mask-tiles/route'
import * as inspect from './open-raster/inspect/route'
import * as openRaster from './open-raster/route'
import * as packages from './packages/route'
import * as supplies from './supplies/route'

openTemporaryStore()
const at = <P extends object>(params: P) => ({ params: Promise.resolve(params) })
const ask = (body?: unknown, method = 'POST', headers: Record<string, string> = {}) =>
  new Request('http://localhost/', {
    method,
    headers: {
      ...(body === undefined || body instanceof Uint8Array ? {} : { 'content-type': 'application/json' }),
      ...headers,
    },
    ...(body === undefined
      ? {}
      : {
          body: sentAs(body),
        }),
  })
function sentAs(body: unknown): string | Uint8Array<ArrayBuffer> {
  if (body instanceof Uint8Array) return new Uint8Array(body)
  return typeof body === 'string' ? body : JSON.stringify(body)
}
type Told = Record<string, unknown> & { status: number }
const told = async (response: Response): Promise<Told> => ({
  ...((await response.json()) as object),
  status: response.status,
})
const png = async (alpha = 0.5) =>
  new Uint8Array(
    await sharp({
      create: { width: 30, height: 20, channels: 4, background: { r: 200, g: 90, b: 40, alpha } },
    })
      .png()
      .toBuffer(),
  )

describe('designs', () => {
  const [{ group: _, ...square }] = channelPresets as [(typeof channelPresets)[number]]
  const asked = {
    name: 'Opening',
    campaign: 'Autumn',
    channels: [square],
    master: 'square-post',
    colour: '#ffeedd',
  }
  it('are begun from a name, a campaign and sizes, and listed on the shelf', async () => {
    const made = await told(await designs.POST(ask(asked)))
    expect(made.status).toBe(200)
    const list = (await told(await designs.GET(ask(undefined, 'GET')))).designs as {
      id: string
      campaign: string
      channels: { master: boolean }[]
    }[]
    expect(list.find((d) => d.id === made.id)).toMatchObject({
      campaign: 'Autumn',
      channels: [{ master: true }],
    })
    expect(await told(await design.GET(ask(undefined, 'GET'), at({ id: made.id as string })))).toMatchObject({
      status: 200,
      revision: 0,
      sources: [],
    })
  })
  it.each([
    ['no name', { ...asked, name: ' ' }, /name/],
    ['no size', { ...asked, channels: [] }, /at least one size/],
    ['a master that is none of the sizes', { ...asked, master: 'postcard' }, /master/],
    ['a colour that is none', { ...asked, colour: 'reddish' }, /Nothing was created/],
    ['a size of nothing', { ...asked, channels: [{ ...square, width: 0 }] }, /Nothing was created/],
    ['something that is no JSON', '{"name":', /not valid JSON/],
    ['a list where one thing is wanted', [asked], /not valid JSON/],
  ])('are refused with %s', async (_what, body, message) => {
    const answer = await told(await designs.POST(ask(body)))
    expect(answer.status).toBe(400)
    expect(answer.message).toMatch(message)
  })
  it('that are not there are told as such', async () => {
    for (const response of [
      await design.GET(ask(undefined, 'GET'), at({ id: 'nobody' })),
      await duplicate.POST(ask(), at({ id: 'nobody' })),
      await packaged.GET(ask(undefined, 'GET'), at({ id: 'nobody' })),
    ])
      expect(await told(response)).toMatchObject({ status: 404, kind: 'missing' })
  })
  it('are copied under another name and put aside', async () => {
    const d = await storedDesign()
    const copy = (await told(await duplicate.POST(ask(), at({ id: d.id })))).id as string
    expect((await loadDesign(copy)).design).toMatchObject({ name: 'Fresh, copy', layers: d.layers })
    expect((await design.PATCH(ask({ archived: true }, 'PATCH'), at({ id: copy }))).status).toBe(200)
    expect((await loadDesign(copy)).archived).toBe(true)
    expect((await design.PATCH(ask({ archived: 'maybe' }, 'PATCH'), at({ id: copy }))).status).toBe(400)
  })
  it('campaigns are listed', async () => {
    expect((await campaigns.GET(ask(undefined, 'GET'))).status).toBe(200)
  })
})

describe('edits', () => {
  it('are taken, logged and answered with the revision', async () => {
    const d = await storedDesign()
    const first = editOf(d, 0, setOpacity('a', 0.5))
    expect(
      await told(await edits.POST(ask({ session: 's', edits: [first] }), at({ id: d.id }))),
    ).toMatchObject({ status: 200, revision: 1 })
    const logged = (await told(await log.GET(ask(undefined, 'GET'), at({ id: d.id })))).log as {
      edit: { id: string }
    }[]
    expect(logged.map((l) => l.edit.id)).toEqual([first.id])
  })
  it('that collide are answered 409, and kept as a version when sent to be put aside', async () => {
    const d = await storedDesign()
    await edits.POST(ask({ session: 'one', edits: [editOf(d, 0, setOpacity('a', 0.5))] }), at({ id: d.id }))
    const answer = await told(
      await edits.POST(
        ask({ session: 'two', edits: [editOf(d, 0, setOpacity('a', 0.9))] }),
        at({ id: d.id }),
      ),
    )
    expect(answer).toMatchObject({ status: 409, revision: 1, results: [{ kind: 'conflict' }] })
    const lost = { session: 'two', edits: [editOf(d, 0, setOpacity('a', 0.9))] }
    expect(await told(await asides.POST(ask(lost), at({ id: d.id })))).toMatchObject({
      status: 200,
      left: [],
    })
    const kept = (await told(await versions.GET(ask(undefined, 'GET'), at({ id: d.id })))).versions as {
      reason: string
    }[]
    expect(kept.map((v) => v.reason)).toEqual(['conflict'])
  })
  it('that name an absent picture are answered 422', async () => {
    const d = await storedDesign()
    const absent = editOf(d, 0, (x) => {
      const a = x.layers.a
      if (a)
        x.layers.p = {
          ...a,
          id: 'p',
          order: 'a5',
          kind: 'picture',
          source: 'f'.repeat(64),
          sourceWidth: 1,
          sourceHeight: 1,
          focal: { x: 0.5, y: 0.5 },
        } as never
    })
    const answer = await told(await edits.POST(ask({ session: 's', edits: [absent] }), at({ id: d.id })))
    expect(answer).toMatchObject({ status: 422 })
    expect(answer.message).toMatch(/not been uploaded.*Nothing stored was changed/s)
  })
  it.each([
    ['no list', { session: 's' }],
    ['an edit without an id', { session: 's', edits: [{ name: 'x' }] }],
    ['too many at once', { session: 's', edits: Array.from({ length: 501 }, () => ({})) }],
  ])('with %s are refused', async (_what, body) => {
    const d = await storedDesign()
    expect(await told(await edits.POST(ask(body), at({ id: d.id })))).toMatchObject({ status: 400 })
    expect((await loadDesign(d.id)).revision).toBe(0)
  })
  it('a text of 100 000 characters is refused, and nothing stored changes', async () => {
    const d = await storedDesign()
    const long = editOf(d, 0, (x) => {
      const a = x.layers.a
      if (a) a.name = 'x'.repeat(100_000)
    })
    expect(
      await told(await edits.POST(ask({ session: 's', edits: [long] }), at({ id: d.id }))),
    ).toMatchObject({ status: 400 })
    expect((await loadDesign(d.id)).design.layers.a?.name).toBe('A')
  })
  it('are told again to who missed them, after the last one that was heard', async () => {
    const d = await storedDesign()
    const send = (base: number, value: number) =>
      edits.POST(ask({ session: 's', edits: [editOf(d, base, setOpacity('a', value))] }), at({ id: d.id }))
    for (const n of [0, 1, 2]) await send(n, 0.5 + n / 10)
    const stop = new AbortController()
    const heard = async (address: string, headers: Record<string, string> = {}) => {
      const response = await events.GET(
        new Request(address, { signal: stop.signal, headers }),
        at({ id: d.id }),
      )
      const reader = (response.body as ReadableStream<Uint8Array>).getReader()
      let text = ''
      while (!text.includes('data:')) text += new TextDecoder().decode((await reader.read()).value)
      const data = JSON.parse(/data: (.*)/.exec(text)?.[1] ?? '{}') as {
        edits: { revision: number; session: string }[]
      }
      return [/id: (\d+)/.exec(text)?.[1], data.edits.map((e) => `${e.revision} ${e.session}`)]
    }
    expect(await heard('http://localhost/?after=1')).toEqual(['3', ['2 s', '3 s']])
    expect(await heard('http://localhost/?after=0', { 'last-event-id': '2' })).toEqual(['3', ['3 s']])
    stop.abort()
    expect(await told(await edits.GET(ask(undefined, 'GET'), at({ id: d.id })))).toMatchObject({
      status: 400,
    })
    const since = await edits.GET(new Request('http://localhost/?after=2'), at({ id: d.id }))
    expect(await told(since)).toMatchObject({ revision: 3, edits: [{ revision: 3, session: 's' }] })
  })
  it('reach the other tabs as server-sent events', async () => {
    const d = await storedDesign()
    const stop = new AbortController()
    const response = await events.GET(
      new Request('http://localhost/', { signal: stop.signal }),
      at({ id: d.id }),
    )
    expect(response.headers.get('content-type')).toBe('text/event-stream')
    const reader = (response.body as ReadableStream<Uint8Array>).getReader()
    const text = async () => new TextDecoder().decode((await reader.read()).value)
    expect(await text()).toBe(': open\n\n')
    publish(d.id, { edits: [] }, 7)
    expect(await text()).toBe('id: 7\ndata: {"edits":[]}\n\n')
    stop.abort()
    expect((await reader.read()).done).toBe(true)
    // Nobody listens any more: publishing harms nothing.
    publish(d.id, { edits: [] })
  })
})

describe('files', () => {
  it('are stored under their hash and given back byte for byte, as nothing that a browser would run', async () => {
    const bytes = await png()
    const made = await told(
      await blobs.POST(ask(bytes, 'POST', { 'x-file-name': encodeURIComponent('Schüssel.png') })),
    )
    expect(made).toMatchObject({ status: 200, width: 30, height: 20, opaque: false })
    const back = await blob.GET(ask(undefined, 'GET'), at({ sha: made.sha as string }))
    expect(new Uint8Array(await back.arrayBuffer())).toEqual(bytes)
    expect(back.headers.get('x-content-type-options')).toBe('nosniff')
    expect(back.headers.get('content-security-policy')).toContain('sandbox')
    const found = (await told(await supplies.GET(new Request('http://localhost/?q=schuss&own=1')))).items as {
      label: string
      own: boolean
    }[]
    expect(found).toMatchObject([{ label: 'Schüssel', own: true }])
  })
  it.each([
    ['a renamed text file', new TextEncoder().encode('only words'), 415],
    ['nothing', new Uint8Array(), 400],
    [
      'an SVG with a script',
      new TextEncoder().encode('<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>'),
      400,
    ],
    ['a damaged picture', new Uint8Array([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 1, 2, 3]), 400],
  ])('%s is refused and says that nothing was stored', async (_what, bytes, status) => {
    const answer = await told(await blobs.POST(ask(bytes, 'POST', { 'x-file-name': 'thing.png' })))
    expect(answer.status).toBe(status)
    expect(answer.message).toMatch(/Nothing was stored/)
  })
  it('what says it is larger than may be is not read', async () => {
    const answer = await told(
      await blobs.POST(
        ask(new Uint8Array(8), 'POST', {
          'content-length': String(500 * 2 ** 20),
          'x-file-name': '%E0%A4%A',
        }),
      ),
    )
    expect(answer).toMatchObject({ status: 413 })
    expect(answer.message).toMatch(/larger than 120 MB/)
  })
  it('are asked for by hash only', async () => {
    expect((await blob.GET(ask(undefined, 'GET'), at({ sha: '../../etc/passwd' }))).status).toBe(400)
    expect((await blob.GET(ask(undefined, 'GET'), at({ sha: 'a'.repeat(64) }))).status).toBe(404)
  })
})

describe('tiles of masks', () => {
  const form = (...files: Uint8Array<ArrayBuffer>[]) => {
    const data = new FormData()
    for (const f of files) data.append('tiles', new Blob([f]), 'tile')
    return new Request('http://localhost/', { method: 'POST', body: data })
  }
  const tile = (value: number) => writeGreyPng(new Uint8Array(256 * 256).fill(value), 256, 256)
  it('are stored under their hash, and are no supplies', async () => {
    const answer = await told(await maskTiles.POST(form(tile(3), tile(200))))
    expect(answer.status).toBe(200)
    const [first] = answer.stored as string[]
    const back = await blob.GET(ask(undefined, 'GET'), at({ sha: first as string }))
    expect([...new Uint8Array(await back.arrayBuffer())]).toEqual([...tile(3)])
    const listed = JSON.stringify(await told(await supplies.GET(new Request('http://localhost/?kind=own'))))
    expect(listed).not.toContain(first)
  })
  it('of another size or damaged are refused, and none of the stroke is stored', async () => {
    const small = writeGreyPng(new Uint8Array(64).fill(1), 8, 8)
    const refused = await told(await maskTiles.POST(form(tile(77), small)))
    expect([refused.status, refused.message]).toEqual([
      400,
      expect.stringMatching(/256 px a side, not 8 × 8/),
    ])
    const broken = tile(78)
    broken[60] = (broken[60] as number) ^ 1
    expect((await maskTiles.POST(form(broken))).status).toBe(400)
  })
})

describe('fonts that people bring', () => {
  const file = readFileSync('node_modules/@fontsource/space-mono/files/space-mono-latin-400-italic.woff2')
  const send = (bytes: Uint8Array, name: string) =>
    fonts.POST(ask(bytes, 'POST', { 'x-file-name': encodeURIComponent(name) }))
  const listed = async () =>
    (await told(await fonts.GET(ask(undefined, 'GET')))).faces as { family: string }[]
  it('are taken in, listed, sent as they are stored, and forgotten by their family', async () => {
    const made = await told(await send(new Uint8Array(file), 'Mono ü.woff2'))
    const [face] = made.faces as { family: string; source: string; italic: boolean }[]
    expect(face).toMatchObject({ family: 'Space Mono (own)', italic: true })
    expect(await listed()).toHaveLength(1)
    const sent = await blob.GET(ask(undefined, 'GET'), at({ sha: face?.source ?? '' }))
    expect([sent.status, sent.headers.get('content-type')]).toEqual([200, 'font/sfnt'])
    const gone = new Request(`http://localhost/?family=${encodeURIComponent(face?.family ?? '')}`, {
      method: 'DELETE',
    })
    expect((await fonts.DELETE(gone)).status).toBeLessThan(300)
    expect(await listed()).toEqual([])
  })
  it('are refused where they are none, by their name, and nothing is listed', async () => {
    const answer = await told(await send(new TextEncoder().encode('plain words'), 'Notes.ttf'))
    expect(answer).toMatchObject({ status: 400 })
    expect(answer.message).toMatch(/“Notes\.ttf”.*Nothing was stored/)
    expect(await listed()).toEqual([])
  })
})

describe('cutting out', () => {
  it.each([
    ['an empty body', {}],
    ['no picture', { source: 'x' }],
  ])('refuses %s, and says that nothing was changed', async (_what, body) => {
    for (const route of [cutouts, study, believed]) {
      const answer = await told(await route.POST(ask(body)))
      expect(answer).toMatchObject({ status: 400 })
      expect(answer.message).toMatch(/Nothing was changed/)
    }
  })
})

describe('packages', () => {
  it('go out with their pictures and come in as a new design', async () => {
    const bytes = await png(0.75)
    const { sha } = await told(await blobs.POST(ask(bytes, 'POST', { 'x-file-name': 'bowl.png' })))
    const d = await storedDesign()
    const place = editOf(d, 0, (x) => {
      const a = x.layers.a
      if (a)
        x.layers.p = {
          ...a,
          id: 'p',
          order: 'a5',
          kind: 'picture',
          source: sha,
          sourceWidth: 30,
          sourceHeight: 20,
          focal: { x: 0.5, y: 0.5 },
        } as never
    })
    await edits.POST(ask({ session: 's', edits: [place] }), at({ id: d.id }))
    const out = await packaged.GET(ask(undefined, 'GET'), at({ id: d.id }))
    expect(out.headers.get('content-disposition')).toContain('fresh.vivid')
    const opened = await told(await packages.POST(ask(new Uint8Array(await out.arrayBuffer()))))
    expect(opened.status).toBe(200)
    expect(opened.id).not.toBe(d.id)
    expect((await loadDesign(opened.id as string)).design.layers.p).toMatchObject({ source: sha })
  })
  it('that are none are refused', async () => {
    for (const bytes of [new TextEncoder().encode('PK but not really'), new Uint8Array()])
      expect(await told(await packages.POST(ask(bytes)))).toMatchObject({ status: 400 })
  })
  it('whose design does not fit the schema are refused', async () => {
    const d = await storedDesign()
    const broken = writePackage({ design: { ...d, master: 'nowhere' }, blobs: new Map() })
    const answer = await told(await packages.POST(ask(broken)))
    expect(answer.status).toBe(400)
    expect(answer.message).toMatch(/master/)
  })
})

describe('deliveries', () => {
  it('that cannot be started or found say so', async () => {
    expect(await told(await deliveries.POST(ask({ design: 'nobody' })))).toMatchObject({ status: 400 })
    expect((await delivery.GET(ask(undefined, 'GET'), at({ id: 'nobody' }))).status).toBe(404)
    expect((await delivery.DELETE(ask(undefined, 'DELETE'), at({ id: 'nobody' }))).status).toBe(404)
  })
})

describe('OpenRaster files', () => {
  const layered = async () =>
    zipSync({
      mimetype: [strToU8('image/openraster'), { level: 0 }],
      'stack.xml': strToU8(
        '<image version="0.0.6" w="60" h="40"><stack><layer name="top" src="data/a.png" x="20" y="10"/><layer name="under" src="data/a.png" visibility="hidden"/></stack></image>',
      ),
      'data/a.png': await png(),
    })
  const named = (body: Uint8Array, query = '') =>
    new Request(`http://localhost/${query}`, {
      method: 'POST',
      headers: { 'x-file-name': 'corner.ora' },
      body: new Uint8Array(body),
    })
  it('are looked into without storing anything', async () => {
    const found = await told(await inspect.POST(named(await layered())))
    expect(found).toMatchObject({ status: 200, width: 60, height: 40, own: false })
    expect((found.choices as { name: string; visible: boolean }[]).map((c) => [c.name, c.visible])).toEqual([
      ['under', false],
      ['top', true],
    ])
  })
  it('give chosen layers to be placed, their pictures stored', async () => {
    const made = await told(await openRaster.POST(named(await layered(), '?layers=1&as=layers')))
    expect(made).toMatchObject({
      status: 200,
      width: 60,
      height: 40,
      layers: [{ name: 'top', placement: { x: 35, y: 20 } }],
    })
    const [stored] = made.sources as { sha: string }[]
    expect((await blob.GET(ask(undefined, 'GET'), at({ sha: stored?.sha as string }))).status).toBe(200)
  })
  it('open as a design of the chosen layers alone', async () => {
    const made = await told(await packages.POST(named(await layered(), '?layers=0&as=layers')))
    const { design: opened } = await loadDesign(made.id as string)
    expect(Object.values(opened.layers).map((l) => [l.name, l.shown])).toEqual([['under', true]])
  })
  it.each([
    ['no layer', '?layers=&as=layers', /choose at least one/],
    ['a layer that is not there', '?layers=9&as=layers', /choose at least one/],
    ['no choice at all', '', /choose at least one/],
  ])('with %s chosen are refused', async (_what, query, message) => {
    const refused = await told(await openRaster.POST(named(await layered(), query)))
    expect(refused.status).toBe(400)
    expect(refused.message).toMatch(message)
  })
})
