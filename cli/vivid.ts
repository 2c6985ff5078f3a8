/** The command line: the same core, without server and browser. Exit status 0; 1 bad input; 2 wrong usage. */
import { readFileSync, writeFileSync } from 'node:fs'
import { basename, extname } from 'node:path'
import { parseArgs } from 'node:util'
import { messageOf, Problem } from '../core/basics/errors'
import { inOrder } from '../core/basics/order'
import { openFindings } from '../core/checks/accepting'
import { checkPage } from '../core/checks/check-page'
import type { Channel } from '../core/design/channel-schema'
import { ownChannel, presetById } from '../core/design/channels'
import { addChannel } from '../core/design/commands'
import { checkDesign, record } from '../core/design/edits'
import { isPageOn } from '../core/design/page-channels'
import { arrangementKey, type Design } from '../core/design/schema'
import { isOpenRaster, readOpenRaster } from '../core/formats/open-raster/file'
import { readPackage, type VividPackage, writePackage } from '../core/formats/vivid-package'
import { settingsOf } from '../core/outputs/define'
import { outputForFile, outputOf } from '../core/outputs/list'
import { pageBounds } from '../core/render/plan'
import { renderPage } from '../core/render/render-page'
import { layout } from '../core/resolve/layout'
import { encodePicture } from '../host/encode'
import { fromOpenRaster, toOpenRaster } from '../host/open-raster'
import { type BlobReader, type NodeHost, openHost } from '../host/project'
import { dataFolder } from '../server/paths'
import { DELIVERED, deliver, rowsNamed } from './deliver'

const USAGE = `usage: npm run vivid -- render FILE --channel ID|WxH|all [--page N] [--row NAME] [--scale S] --out OUT
       npm run vivid -- deliver FILE [--channels ID,…|all] [--rows NAME,…|all] [--formats ID,…] [--settings KEY=VALUE,…] [--fit 200KB] --out DIR
       npm run vivid -- check FILE [--channel ID|WxH|all]
       npm run vivid -- convert IN OUT
       npm run vivid -- adapt FILE --to WxH | --channel all [--out OUT]
       npm run vivid -- layout FILE --channel ID|WxH|all [--page N]
       npm run vivid -- backup
       npm run vivid -- restore [BACKUP]
layout prints one JSON object: what lies where on the channel and what it was read as (docs/layout.md). With --channel all,
render writes one file a channel (OUT-CHANNEL), layout prints { "channels": [...] }, adapt chooses all arrangements anew.
deliver writes every page on these channels in every format (${DELIVERED.join(', ')}), within a weight where one is given.
FILE is a .vivid package or an OpenRaster file (.ora); convert writes .vivid, .ora, .json or a picture.
backup copies the database now; restore lists the copies, or puts one in place while the server is stopped (docs/safety.md).`

class WrongUsage extends Error {}

async function open(file: string | undefined): Promise<VividPackage> {
  if (!file) throw new WrongUsage('A file is needed.')
  let bytes: Uint8Array
  try {
    bytes = new Uint8Array(readFileSync(file))
  } catch {
    throw new Problem('missing', `There is no readable file “${file}”.`)
  }
  if (!isOpenRaster(bytes)) return readPackage(bytes)
  const { notes, ...made } = await fromOpenRaster(readOpenRaster(bytes), basename(file, extname(file)))
  for (const note of notes) console.error(note)
  return made
}

/** The channel named, or one of the size named, added to the design where it is not there. */
function withChannel(design: Design, name: string): { design: Design; channel: Channel } {
  const own = design.channels[name]
  if (own) return { design, channel: own }
  const size = /^(\d+)x(\d+)$/.exec(name)
  const spec = size ? ownChannel(`size-${name}`, name, Number(size[1]), Number(size[2])) : presetById(name)
  if (!spec)
    throw new Problem(
      'bad-input',
      `The design has no channel “${name}”. It has: ${Object.keys(design.channels).join(', ')}.`,
    )
  const { group: _, ...channel } = spec
  const next = record(design, (d) => addChannel(d, channel)).design
  return { design: checkDesign(next), channel: next.channels[channel.id] as Channel }
}

const readerOf =
  ({ blobs }: VividPackage): BlobReader =>
  async (sha) =>
    blobs.get(sha) ?? null
const hostFor = (made: VividPackage): NodeHost => openHost(readerOf(made))
function pageOf(design: Design, number: string | undefined): string {
  const pages = inOrder(design.pages)
  const page = pages[Number(number ?? 1) - 1]
  if (!page)
    throw new Problem(
      'bad-input',
      `The design has ${pages.length} page${pages.length === 1 ? '' : 's'}; there is no page ${number}.`,
    )
  return page.id
}

type Values = {
  channels?: string
  rows?: string
  row?: string
  formats?: string
  settings?: string
  fit?: string
  channel?: string
  page?: string
  scale?: string
  out?: string
  to?: string
}
/** The channels that are meant, each with the design that has it. */
const channelsNamed = (design: Design, name: string): { design: Design; channel: Channel }[] =>
  name === 'all'
    ? inOrder(design.channels).map((channel) => ({ design, channel }))
    : [withChannel(design, name)]
/** A file's name with something before its ending. */
const named = (file: string, what: string): string => {
  const ending = extname(file)
  return `${ending ? file.slice(0, -ending.length) : file}-${what}${ending}`
}
/** Chooses the arrangements of all channels and pages anew. */
async function adaptAll(file: string | undefined, v: Values): Promise<void> {
  const made = await open(file)
  const design: Design = { ...made.design, arrangements: {} }
  const host = hostFor({ ...made, design })
  for (const page of inOrder(design.pages))
    for (const channel of inOrder(design.channels)) {
      const { arrangement } = await host.resolve({ ...design, arrangements: {} }, page.id, channel.id)
      if (arrangement) design.arrangements[arrangementKey(page.id, channel.id)] = arrangement
    }
  const out = v.out ?? (file as string).replace(/\.(vivid|ora)$/, '-arranged.vivid')
  writeFileSync(out, writePackage({ design, blobs: made.blobs }))
  console.log(`${out}: ${Object.keys(design.arrangements).length} arrangements`)
}
const verbs: Record<string, (files: string[], v: Values) => Promise<void>> = {
  async render([file], v) {
    if (!v.channel || !v.out) throw new WrongUsage('render needs --channel and --out.')
    const scale = Number(v.scale ?? 1)
    if (!(scale > 0 && scale <= 16)) throw new WrongUsage('--scale is a number above 0, at most 16.')
    const made = await open(file)
    const host = hostFor(made)
    for (const { design, channel } of channelsNamed(made.design, v.channel)) {
      const out = v.channel === 'all' ? named(v.out, channel.id) : v.out
      const [row] = rowsNamed(design, v.row)
      const page = await host.resolve(design, pageOf(design, v.page), channel.id, row?.id)
      const picture = await renderPage(page, scale, pageBounds(page, scale), host)
      const format = outputForFile(out)
      const settings = settingsOf(outputOf(format))
      writeFileSync(out, await encodePicture(picture, { format, settings }))
      console.log(`${out}: ${picture.width} × ${picture.height} px`)
    }
  },
  async deliver([file], v) {
    if (!v.out) throw new WrongUsage('deliver needs --out, a folder.')
    const made = await open(file)
    const { channels = 'all', rows, formats = 'png', fit, settings, out } = v
    await deliver(
      made.design,
      hostFor(made),
      readerOf(made),
      { channels, rows, formats, fit, settings, out },
      (line) => console.log(line),
    )
  },
  async layout([file], v) {
    if (!v.channel) throw new WrongUsage('layout needs --channel.')
    const made = await open(file)
    const host = hostFor(made)
    const told = []
    for (const { design, channel } of channelsNamed(made.design, v.channel)) {
      const page = pageOf(design, v.page)
      // Faces and photos that are needed are read on the way.
      const findings = openFindings(
        await checkPage(await host.resolve(design, page, channel.id), host, {
          design,
          lightOf: host.lightOf,
        }),
        design,
      )
      await host.resolve(design, page, design.master)
      told.push({
        ...layout(design, page, channel.id, host),
        findings: findings.map(({ check, layer, at, text }) => ({ check, layer, at, text })),
      })
    }
    console.log(JSON.stringify(v.channel === 'all' ? { channels: told } : told[0]))
  },
  async check([file], v) {
    const made = await open(file)
    const host = hostFor(made)
    let count = 0
    for (const page of inOrder(made.design.pages))
      for (const { design, channel } of channelsNamed(made.design, v.channel ?? 'all')) {
        if (!isPageOn(page, channel.id)) continue
        const resolved = await host.resolve(design, page.id, channel.id)
        for (const finding of openFindings(
          await checkPage(resolved, host, { design, lightOf: host.lightOf }),
          design,
        )) {
          count++
          console.log(`${page.name} / ${channel.name}: ${finding.text}`)
        }
      }
    console.log(count === 0 ? 'Nothing found.' : `${count} finding${count === 1 ? '' : 's'}.`)
  },
  async convert([from, to]) {
    if (!to) throw new WrongUsage('convert needs a file to read and a file to write.')
    const made = await open(from)
    if (extname(to) === '.json') writeFileSync(to, `${JSON.stringify(made.design, null, 2)}\n`)
    else if (extname(to) === '.vivid') writeFileSync(to, writePackage(made))
    else if (extname(to) === '.ora') {
      const host = hostFor(made)
      const page = await host.resolve(made.design, pageOf(made.design, undefined), made.design.master)
      const { bytes, merged } = await toOpenRaster(made, page, host)
      writeFileSync(to, bytes)
      if (merged.length > 0)
        console.log(`Merged into one picture, as OpenRaster cannot say it: ${merged.join(', ')}.`)
    } else {
      const master = made.design.master
      await verbs.render?.([from as string], { channel: master, out: to })
    }
  },
  async adapt([file], v) {
    if (v.channel === 'all') return adaptAll(file, v)
    if (!v.to || !/^\d+x\d+$/.test(v.to)) throw new WrongUsage('adapt needs --to WIDTHxHEIGHT.')
    const made = await open(file)
    const { design, channel } = withChannel(made.design, v.to)
    const host = hostFor({ ...made, design })
    const page = await host.resolve(design, pageOf(design, v.page), channel.id)
    const out = v.out ?? `${(file as string).replace(/\.(vivid|ora)$/, '')}-${v.to}.vivid`
    const kept = page.arrangement
      ? {
          ...design,
          arrangements: { ...design.arrangements, [`${page.page}.${channel.id}`]: page.arrangement },
        }
      : design
    writeFileSync(out, writePackage({ design: kept, blobs: made.blobs }))
    console.log(
      `${out}: ${v.to}${page.leftOut.length > 0 ? `, ${page.leftOut.length} left out for lack of room` : ''}`,
    )
  },
  async backup() {
    const { backUpAside } = await import('../server/backups')
    console.log(`Copied to backups/${await backUpAside(dataFolder())} in the data folder.`)
  },
  async restore([name]) {
    const { listBackups, restoreBackup } = await import('../server/backups')
    if (name) {
      const aside = await restoreBackup(dataFolder(), name)
      console.log(
        `“${name}” is in place.${aside ? ` What was there before lies beside it: ${basename(aside)}.` : ''}`,
      )
      return
    }
    const found = await listBackups(dataFolder())
    if (found.length === 0)
      console.log('No backup is kept yet; the server makes one a day, and one before each upgrade.')
    for (const { name: n, bytes, at } of found)
      console.log(`${at.toISOString().slice(0, 16).replace('T', ' ')}  ${(bytes / 1e6).toFixed(1)} MB  ${n}`)
  },
}

async function main(): Promise<number> {
  const [verb, ...rest] = process.argv.slice(2)
  try {
    const run = verbs[verb ?? '']
    if (!run) throw new WrongUsage(verb ? `There is no command “${verb}”.` : 'A command is needed.')
    let parsed: { values: Values; positionals: string[] }
    try {
      parsed = parseArgs({
        args: rest,
        allowPositionals: true,
        options: {
          channel: { type: 'string' },
          channels: { type: 'string' },
          rows: { type: 'string' },
          row: { type: 'string' },
          formats: { type: 'string' },
          settings: { type: 'string' },
          fit: { type: 'string' },
          page: { type: 'string' },
          scale: { type: 'string' },
          out: { type: 'string' },
          to: { type: 'string' },
        },
      })
    } catch (thrown) {
      throw new WrongUsage(messageOf(thrown))
    }
    await run(parsed.positionals, parsed.values)
    return 0
  } catch (thrown) {
    if (thrown instanceof WrongUsage) {
      console.error(`${thrown.message}\n${USAGE}`)
      return 2
    }
    console.error(messageOf(thrown).replaceAll('\n', ' '))
    return 1
  }
}
process.exitCode = await main()
