import { strToU8, zipSync } from 'fflate'
import sharp from 'sharp'

/** A request that nobody honest sends, or a file that no program wrote so: made from a seed, the same each time. */
export type Hostile = {
  name: string
  method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE'
  path: string
  headers: Record<string, string>
  body: Buffer | string | null
}

function random(seed: number): () => number {
  let a = seed >>> 0
  return () => {
    a = (a + 0x6d2b79f5) >>> 0
    let t = a
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}
const JSON_TYPE = { 'content-type': 'application/json' }

/** Values that are not what is expected anywhere. */
function odd(next: () => number): unknown {
  const list: unknown[] = [
    null,
    true,
    0,
    -1,
    1e308,
    -0.5,
    4294967295,
    2 ** 53,
    '',
    'constructor',
    '__proto__',
    '../../etc',
    'a'.repeat(5000),
    '\u0000',
    '😀'.repeat(300),
    [],
    {},
    [[]],
    { length: 4294967295 },
    { __proto__: null, toString: 1 },
    '#zzzzzz',
    'swatch:constructor',
    'f'.repeat(64),
    ['id'],
    Array.from({ length: 200 }, () => 0),
  ]
  return list[Math.floor(next() * list.length)]
}
/** Paths into a document, real ones and others. */
function path(next: () => number): unknown[] {
  const parts = [
    'layers',
    'pages',
    'channels',
    'master',
    'id',
    'version',
    'swatches',
    'name',
    'changes',
    'arrangements',
    'constructor',
    '__proto__',
    'length',
    0,
    -1,
    4294967295,
    'placement',
    'x',
    'opacity',
    'treatments',
    'masks',
    '',
    'reference',
    'guides',
  ]
  return Array.from({ length: Math.floor(next() * 6) }, () => parts[Math.floor(next() * parts.length)])
}

/** `count` requests to every kind of route of a design. */
export function hostileBodies(count: number, design: string, layer: string, seed = 7): Hostile[] {
  const next = random(seed)
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)] as T
  const edit = () => ({
    id: pick([`hostile-${Math.floor(next() * 1e9)}`, 'x', '', null, '../..']),
    name: pick(['Edit', 'n'.repeat(3000), 5]),
    base: pick([0, 1, 1e9, -1, 1.5, '0']),
    way: pick(['do', 'undo', 'keep', 'now']),
    target: pick([null, 'nobody', 7]),
    patches: Array.from({ length: Math.floor(next() * 5) }, () => ({
      op: pick(['add', 'remove', 'replace', 'move']),
      path: pick([
        path(next),
        ['layers', layer, pick(['opacity', 'text', 'parent', 'inside', 'source', 'blend', 'masks'])],
      ]),
      value: odd(next),
    })),
    inverse: pick([[], null, [{ op: 'replace', path: ['name'], value: 1 }]]),
  })
  const broken = (text: string): string => {
    const at = Math.floor(next() * text.length)
    return pick([
      text.slice(0, at),
      `${text}}`,
      text.replace(/"/g, "'"),
      `${text.slice(0, at)}\u0000${text.slice(at)}`,
      '['.repeat(20_000),
      '',
      'null',
      '"text"',
      '[1,2]',
    ])
  }
  const json = (name: string, method: Hostile['method'], at: string, body: unknown): Hostile => {
    const text = JSON.stringify(body) ?? ''
    return {
      name,
      method,
      path: at,
      headers: pick([JSON_TYPE, JSON_TYPE, JSON_TYPE, { 'content-type': 'text/plain' }, {}]),
      body: next() < 0.2 ? broken(text) : text,
    }
  }
  const id = () => pick([design, design, 'nowhere', 'constructor', '%2e%2e', "x' or 1=1--", 'a'.repeat(400)])
  const makers: (() => Hostile)[] = [
    () =>
      json('edits', 'POST', `/api/designs/${id()}/edits`, {
        session: pick(['tab-one', '', null, 's'.repeat(500), {}]),
        edits: pick([[edit()], [edit(), edit(), edit()], odd(next)]),
      }),
    () =>
      json('asides', 'POST', `/api/designs/${id()}/asides`, {
        session: pick(['tab-one', 5]),
        edits: pick([[edit()], odd(next)]),
        into: odd(next),
      }),
    () =>
      json('design', 'POST', '/api/designs', {
        name: odd(next),
        campaign: odd(next),
        channels: pick([
          odd(next),
          [odd(next)],
          [{ id: 'c', name: 'C', width: odd(next), height: odd(next) }],
        ]),
        master: odd(next),
        colour: odd(next),
        from: odd(next),
      }),
    () => json('archive', 'PATCH', `/api/designs/${id()}`, { archived: pick([odd(next), 'yes']) }),
    () =>
      json('house', 'PUT', `/api/designs/${pick(['nowhere', 'constructor'])}/house`, {
        swatches: odd(next),
        marks: odd(next),
        recipes: odd(next),
      }),
    () => json('version', 'POST', `/api/designs/${id()}/versions`, { name: pick([odd(next), ' ']) }),
    () =>
      json('delivery', 'POST', '/api/deliveries', {
        design: id(),
        channels: odd(next),
        pages: odd(next),
        format: odd(next),
        quality: odd(next),
        scale: odd(next),
        bleed: odd(next),
        ground: odd(next),
        pattern: odd(next),
      }),
    () => json('guides', 'POST', '/api/guide-sets', { name: odd(next), guides: odd(next) }),
    () =>
      json('cut', 'POST', pick(['/api/cutouts', '/api/cutouts/study']), {
        source: pick([odd(next), 'f'.repeat(64)]),
        dabs: odd(next),
      }),
    () =>
      json('pick', 'POST', '/api/mask-picks', {
        source: odd(next),
        x: odd(next),
        y: odd(next),
        tolerance: odd(next),
      }),
    () => json('specks', 'POST', '/api/mask-specks', { source: odd(next), mask: odd(next), size: odd(next) }),
    () => ({
      name: 'read',
      method: 'GET',
      headers: {},
      body: null,
      path: pick([
        `/api/designs/${id()}`,
        `/api/designs/${id()}/edits?after=${pick(['-1', 'x', '1e99', ''])}`,
        `/api/designs/${id()}/thumb?page=constructor&channel=__proto__&side=${pick(['0', '1e9', 'NaN', '320'])}`,
        `/api/blobs/${pick(['..%2f..', 'f'.repeat(64), 'F'.repeat(64), 'constructor'])}${pick(['', '/preview?side=9', '/levels/-1', '/levels/1e9', '/levels/x'])}`,
        `/api/supplies?q=${encodeURIComponent((JSON.stringify(odd(next)) ?? '').slice(0, 900))}&offset=${pick(['-5', 'x', '1e12'])}&kind=${pick(['__proto__', 'photo'])}`,
        `/api/deliveries/${id()}${pick(['', '/zip', '/files/..%2f..%2fx'])}`,
        `/api/designs/${id()}/versions/${pick(['x', '..'])}${pick(['', '/picture?side=5'])}`,
        `/api/layouts/${pick(['constructor', 'x'])}/picture?side=${pick(['1e9', 'x'])}`,
      ]),
    }),
    () => ({
      name: 'remove',
      method: 'DELETE',
      headers: {},
      body: null,
      path: pick([
        `/api/designs/${id()}/versions/${pick(['x', '%00'])}`,
        '/api/guide-sets?id=constructor',
        '/api/deliveries/nowhere',
      ]),
    }),
    () => ({
      name: 'form',
      method: 'POST',
      path: '/api/mask-tiles',
      headers: pick([{ 'content-type': 'multipart/form-data; boundary=x' }, JSON_TYPE, {}]),
      body: pick(['--x\r\n', 'tiles', Buffer.alloc(3000)]),
    }),
  ]
  return Array.from({ length: count }, (_, n) => (makers[n % makers.length] as () => Hostile)())
}

/** `count` damaged or dishonest files, sent to whatever takes files. */
export async function damagedFiles(count: number, seed = 11): Promise<Hostile[]> {
  const next = random(seed)
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)] as T
  const noise = Buffer.from(Array.from({ length: 64 * 48 * 3 }, () => Math.floor(next() * 256)))
  const picture = () => sharp(noise, { raw: { width: 64, height: 48, channels: 3 } })
  const svg = (inner: string, more = '') =>
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="80" height="60" ${more}>${inner}</svg>`,
    )
  const bomb = Buffer.from(
    zipSync(
      {
        'design.json': strToU8('{}'),
        'mergedimage.png': new Uint8Array(40_000_000),
        'stack.xml': strToU8('<image/>'),
      },
      { level: 9 },
    ),
  )
  const whole: Record<string, Buffer> = {
    'a.png': await picture().png().toBuffer(),
    'a.jpg': await picture().jpeg().toBuffer(),
    'a.webp': await picture().webp().toBuffer(),
    'a.avif': await picture().avif({ effort: 0 }).toBuffer(),
    'a.gif': await picture().gif().toBuffer(),
    'a.tif': await picture().tiff().toBuffer(),
    'a.svg': svg('<rect width="40" height="30" fill="#c65a36"/><path d="M0 0L40 30L0 30Z"/>'),
    'a.cube': Buffer.from(
      'TITLE "T"\nLUT_3D_SIZE 2\n0 0 0\n1 0 0\n0 1 0\n1 1 0\n0 0 1\n1 0 1\n0 1 1\n1 1 1\n',
    ),
    'a.vivid': Buffer.from(
      zipSync({
        mimetype: strToU8('application/x-vivid-layer'),
        'design.json': strToU8('{"version":1,"id":"x"}'),
      }),
    ),
    'a.ora': Buffer.from(
      zipSync({
        mimetype: strToU8('image/openraster'),
        'stack.xml': strToU8('<image w="9" h="9"><stack><layer src="data/a.png"/></stack></image>'),
      }),
    ),
  }
  const nasty: Record<string, Buffer> = {
    'deep.svg': svg(`${'<g>'.repeat(20_000)}<rect width="9" height="9"/>${'</g>'.repeat(20_000)}`),
    'uses.svg': svg(
      `<defs><g id="a0"><rect width="9" height="9"/></g>${Array.from({ length: 20 }, (_, n) => `<g id="a${n + 1}">${`<use href="#a${n}"/>`.repeat(10)}</g>`).join('')}</defs><use href="#a20"/>`,
    ),
    'filters.svg': svg(
      `<filter id="f">${'<feTurbulence baseFrequency="0.9" numOctaves="9"/><feGaussianBlur stdDeviation="400"/>'.repeat(60)}</filter><rect filter="url(#f)" width="80" height="60"/>`,
      'viewBox="0 0 80 60"',
    ),
    'large.svg': svg('<rect width="9" height="9"/>', 'viewBox="0 0 9 9"').subarray(0),
    'huge.svg': Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="1e9" height="1e9"><rect width="1e9" height="1e9"/></svg>',
    ),
    'nan.svg': svg('<path d="M NaN 1e400 L Infinity 5 C 1 2"/><rect width="-5" height="1e-400"/>'),
    'entity.svg': Buffer.from(
      '<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;"><!ENTITY c "&b;&b;&b;&b;&b;&b;&b;&b;">]><svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><text>&c;&c;&c;&c;</text></svg>',
    ),
    'outside.svg': svg(
      '<image href="file:///etc/passwd" width="9" height="9"/><image href="http://192.0.2.1/x.png" width="9" height="9"/><script>alert(1)</script>',
    ),
    'points.svg': svg(`<path d="M0 0${' L1 1 L2 0'.repeat(120_000)}"/>`),
    'bomb.vivid': bomb,
    'bomb.ora': bomb,
    'cube.cube': Buffer.from(`LUT_3D_SIZE 65\n${'0.5 0.5 0.5\n'.repeat(65 * 65)}`),
  }
  const routes = (name: string): string[] => {
    if (name.endsWith('.cube')) return ['/api/luts']
    if (/\.(vivid|ora)$/.test(name))
      return [
        '/api/packages',
        '/api/open-raster/inspect',
        '/api/open-raster?layers=0&as=layers',
        '/api/blobs',
      ]
    return ['/api/blobs', '/api/blobs', '/api/packages', '/api/luts', '/api/open-raster/inspect']
  }
  const harm = (bytes: Buffer): Buffer => {
    const out = Buffer.from(bytes)
    const kind = Math.floor(next() * 5)
    if (kind === 0) return out.subarray(0, Math.floor(next() * out.length))
    if (kind === 1)
      for (let n = 0; n < 1 + next() * 30; n++)
        out[Math.floor(next() * out.length)] = Math.floor(next() * 256)
    else if (kind === 2) out.fill(Math.floor(next() * 256), Math.floor(next() * out.length))
    else if (kind === 3)
      return Buffer.concat([out, Buffer.alloc(Math.floor(next() * 4000), Math.floor(next() * 256))])
    else
      for (let at = 8 + Math.floor(next() * 24), n = 0; n < 4 && at + n < out.length; n++) out[at + n] = 0xff
    return out
  }
  const made: Hostile[] = []
  const send = (name: string, body: Buffer, path = pick(routes(name))) =>
    made.push({
      name,
      method: 'POST',
      path,
      headers: { 'content-type': 'application/octet-stream', 'x-file-name': encodeURIComponent(name) },
      body,
    })
  for (const [name, body] of Object.entries(nasty)) send(name, body, routes(name)[0])
  const names = Object.keys(whole)
  while (made.length < count) {
    const name = names[made.length % names.length] as string
    send(name, harm(whole[name] as Buffer))
  }
  return made
}
