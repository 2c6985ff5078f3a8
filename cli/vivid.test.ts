import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { decode } from 'fast-png'
import { describe, expect, it } from 'vitest'
import { blankDesign, presetSpecs } from '../core/design/blank'
import { isOpenRaster } from '../core/formats/open-raster/file'
import { readPackage, writePackage } from '../core/formats/vivid-package'
import { boxAt, shapeLayer } from '../core/kinds/new'

const folder = mkdtempSync(join(tmpdir(), 'vivid-cli-'))
const file = join(folder, 'half.vivid')
const design = blankDesign('half', 'Half', presetSpecs(['square-post', 'wide-header']))
design.layers.a = shapeLayer(
  { id: 'a', page: 'page1', plane: 'backdrop', order: 'a0' },
  'Left half',
  'rectangle',
  boxAt(0, 0, 540, 1080),
  {
    kind: 'solid',
    colour: '#c2412a',
  },
)
writeFileSync(file, writePackage({ design, blobs: new Map() }))
const run = (...args: string[]) =>
  spawnSync(process.execPath, ['scripts/vivid.mjs', ...args], { encoding: 'utf8' })

describe('the command line', () => {
  it('renders a channel to a PNG that another decoder reads back', () => {
    const out = join(folder, 'half.png')
    expect(run('render', file, '--channel', 'square-post', '--scale', '0.5', '--out', out)).toMatchObject({
      status: 0,
    })
    const picture = decode(readFileSync(out))
    expect([picture.width, picture.height]).toEqual([540, 540])
    const at = (x: number) => [
      ...picture.data.slice((270 * 540 + x) * picture.channels, (270 * 540 + x) * picture.channels + 3),
    ]
    expect([at(100), at(269), at(270), at(500)]).toEqual([
      [194, 65, 42],
      [194, 65, 42],
      [255, 255, 255],
      [255, 255, 255],
    ])
  })
  it('delivers channels in formats within a weight, a line a file, and says what it does not take', () => {
    const out = join(folder, 'delivered')
    const made = run(
      'deliver',
      file,
      '--channels',
      'all',
      '--formats',
      'jpeg,webp',
      '--fit',
      '20KB',
      '--out',
      out,
    )
    expect(made.status).toBe(0)
    const lines = made.stdout.trim().split('\n')
    expect(lines).toHaveLength(4)
    for (const name of ['square-post.jpg', 'square-post.webp', 'wide-header.jpg', 'wide-header.webp']) {
      expect(made.stdout).toContain(`${name}: `)
      expect(readFileSync(join(out, name)).length).toBeLessThanOrEqual(20 * 1024)
    }
    const wrong = (...args: string[]) => run('deliver', file, '--out', out, ...args)
    expect(wrong('--formats', 'bmp')).toMatchObject({
      status: 1,
      stderr: expect.stringMatching(/no format “bmp”/),
    })
    expect(wrong('--fit', 'light')).toMatchObject({ status: 1, stderr: expect.stringMatching(/no weight/) })
    expect(wrong('--formats', 'jpeg', '--settings', 'quality=300')).toMatchObject({
      status: 1,
      stderr: expect.stringMatching(/takes a number from 1 to 100/),
    })
    expect(wrong('--formats', 'jpeg', '--settings', 'qualty=70')).toMatchObject({
      status: 1,
      stderr: expect.stringMatching(/has a setting “qualty”/),
    })
    expect(run('deliver', file).status).toBe(2)
  })
  it('adapts to a size of one’s own and keeps the arrangement', () => {
    const out = join(folder, 'wide.vivid')
    expect(run('adapt', file, '--to', '800x200', '--out', out)).toMatchObject({ status: 0 })
    const made = readPackage(new Uint8Array(readFileSync(out)))
    expect(made.design.channels['size-800x200']).toMatchObject({ width: 800, height: 200 })
    expect(Object.keys(made.design.arrangements)).toContain('page1.size-800x200')
  })
  it('tells a layout as one JSON object: what lies where, in px of the channel', () => {
    const { status, stdout } = run('layout', file, '--channel', 'wide-header')
    expect(status).toBe(0)
    const told = JSON.parse(stdout)
    expect(told).toMatchObject({
      page: 'page1',
      master: false,
      leftOut: [],
      channel: { width: 1500, height: 500, bleed: 0 },
    })
    expect(told.layers).toHaveLength(1)
    const [layer] = told.layers
    expect(layer).toMatchObject({ id: 'a', name: 'Left half', kind: 'shape', parent: null, depth: 0 })
    // A half of the ground stays one: from edge to edge, beside or above the rest.
    const [xs, ys] = [0, 1].map((k) => layer.outlines[0].map((p: number[]) => p[k]))
    expect([Math.min(...xs) <= 0, Math.min(...ys) <= 0]).toEqual([true, true])
    expect(layer.relations.map((r: { kind: string }) => r.kind)).toContain('ground')
    const all = JSON.parse(run('layout', file, '--channel', 'all').stdout)
    expect(all.channels.map((c: { channel: { id: string } }) => c.channel.id)).toEqual([
      'square-post',
      'wide-header',
    ])
  })
  it('writes OpenRaster and reads it again', () => {
    const out = join(folder, 'half.ora')
    const [plain, again] = [join(folder, 'plain.png'), join(folder, 'again.png')]
    expect(run('convert', file, out)).toMatchObject({ status: 0 })
    expect(isOpenRaster(new Uint8Array(readFileSync(out)))).toBe(true)
    run('render', file, '--channel', 'square-post', '--scale', '0.25', '--out', plain)
    expect(run('render', out, '--channel', 'square-post', '--scale', '0.25', '--out', again)).toMatchObject({
      status: 0,
    })
    expect(readFileSync(again).equals(readFileSync(plain))).toBe(true)
  })
  it('says in one line what is wrong with bad input, status 1', () => {
    const bad = join(folder, 'bad.vivid')
    writeFileSync(bad, 'no zip')
    for (const [args, text] of [
      [['check', join(folder, 'gone.vivid')], /no readable file/],
      [['check', bad], /not a .vivid package/],
      [['render', file, '--channel', 'moon', '--out', join(folder, 'x.png')], /no channel “moon”/],
      [
        ['render', file, '--channel', 'square-post', '--page', '9', '--out', join(folder, 'x.png')],
        /no page 9/,
      ],
    ] as const) {
      const { status, stderr } = run(...args)
      expect(status).toBe(1)
      expect(stderr).toMatch(text)
      expect(stderr.trim().split('\n')).toHaveLength(1)
    }
  })
  it('shows how it is used when it is used wrongly, status 2', () => {
    for (const args of [
      [],
      ['paint'],
      ['render', file],
      ['adapt', file, '--to', 'wide'],
      ['render', file, '--frobnicate'],
    ]) {
      const { status, stderr } = run(...args)
      expect(status).toBe(2)
      expect(stderr).toContain('usage:')
    }
  })
})
