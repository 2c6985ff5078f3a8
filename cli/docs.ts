/** Writes the documents that are made from the code; with --check, says which are out of date. */
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { z } from 'zod'
import { commands } from '../bench/commands/list'
import { blendModes } from '../core/basics/blend-modes'
import { colourSchema, idSchema, orderSchema, shaSchema, unitSchema } from '../core/basics/values'
import { paintSchema } from '../core/colour/paint'
import { changeSchema } from '../core/design/change-schema'
import { channelPlaceSchema, channelSchema } from '../core/design/channel-schema'
import { channelPresets } from '../core/design/channels'
import { properties } from '../core/design/properties/table'
import { arrangementSchema, designSchema, gridSchema, guideSchema } from '../core/design/schema'
import { placementSchema } from '../core/geometry/placement-schema'
import { layerSchema } from '../core/kinds/list'
import { dabsSchema, maskSchema } from '../core/masks/mask'
import { type OutputFormat, takesOf } from '../core/outputs/define'
import { outputs } from '../core/outputs/list'
import type { Field } from '../core/treatments/field'
import { treatmentDefinitions } from '../core/treatments/list'
import { families } from '../core/type/catalogue'
import { typeStyleSchema } from '../core/type/style'
import { strokeSchema } from '../core/vector/stroke-style'

const table = (head: readonly string[], rows: readonly (readonly string[])[]): string =>
  [head, head.map(() => '---'), ...rows].map((r) => `| ${r.join(' | ')} |`).join('\n')
/** The schema of a document, what is used more than once by reference, a definition a line. */
function documentSchema(): string {
  const named = z.registry<{ id: string }>()
  const names = {
    id: idSchema,
    sha: shaSchema,
    order: orderSchema,
    unit: unitSchema,
    colour: colourSchema,
    dabs: dabsSchema,
    mask: maskSchema,
    arrangement: arrangementSchema,
    change: changeSchema,
    channelPlace: channelPlaceSchema,
    channel: channelSchema,
    grid: gridSchema,
    guide: guideSchema,
    layer: layerSchema,
    paint: paintSchema,
    placement: placementSchema,
    stroke: strokeSchema,
    typeStyle: typeStyleSchema,
  }
  for (const [id, schema] of Object.entries(names)) named.add(schema, { id })
  const {
    $defs = {},
    properties: fields = {},
    ...rest
  } = z.toJSONSchema(designSchema, { target: 'draft-2020-12', reused: 'ref', metadata: named })
  const lines = (entries: object) =>
    Object.entries(entries)
      .map(([name, value]) => `  ${JSON.stringify(name)}: ${JSON.stringify(value)}`)
      .join(',\n')
  return `{\n${lines(rest).replace(/^ {2}/gm, ' ')},\n "properties": {\n${lines(fields)}\n },\n "$defs": {\n${lines($defs)}\n }\n}\n`
}
/** What a setting of a treatment takes. */
function takes(f: Field): string {
  if (f.kind === 'choice') return Object.keys(f.options).join(', ')
  if (f.kind !== 'number') return f.kind
  const units: Record<string, string> = { px: ' px', '°': '°' }
  return `${f.least} to ${f.most}${units[f.unit] ?? ''}`
}
const files: Record<string, string> = {
  'docs/design.schema.json': documentSchema(),
  'docs/tables.md': `# Tables

Made from the code by \`node scripts/run.mjs cli/docs.ts\`.

## Channels

${table(
  ['id', 'name', 'px', 'safe area: top, right, bottom, left', 'clear boxes', 'smallest type, px'],
  channelPresets.map((c) => [
    c.id,
    c.name,
    `${c.width} × ${c.height}${c.bleed > 0 ? ` + ${c.bleed} bleed` : ''}`,
    `${c.safe.top}, ${c.safe.right}, ${c.safe.bottom}, ${c.safe.left}`,
    c.clear.map((b) => `${b.width} × ${b.height} at ${b.x}, ${b.y}`).join('; ') || '–',
    c.smallestType.toFixed(1),
  ]),
)}

## Properties that may differ on a channel

A change names its channel, its target by its way in the design (\`layers/ID\`, \`layers/ID/treatments/ID\`, \`layers/ID/masks/ID\`, \`recipes/ID/treatments/ID\`, \`swatches/ID\`, \`pages/ID\`), one of these properties and a value. Those of treatments and masks carry the kind that they belong to. Of entries those that are not named stay as they are; content counts before a page is arranged, look after.

${table(
  ['property', 'of', 'called', 'merge', 'when', 'may be between'],
  properties.map((p) => [`\`${p.id}\``, `a ${p.of}`, p.words, p.merge, p.phase, p.mix ? 'yes' : '']),
)}

## Output formats

${table(
  ['id', 'ending', 'keeps', 'settings', 'fitted under a weight by'],
  outputs.map((f: OutputFormat) => [
    `\`${f.id}\` ${f.label}`,
    `.${f.endings[0]}`,
    [f.keeps.transparency && 'transparency', f.keeps.layers && 'layers'].filter(Boolean).join(', ') || '–',
    Object.entries(f.settings)
      .map(([key, s]) => `\`${key}\` ${takesOf(s)}${s.first === '' ? '' : `, first ${s.first}`}`)
      .join('; ') || '–',
    f.dial ? `\`${f.dial.setting}\`` : '–',
  ]),
)}

## Blend modes

${table(
  ['id', 'label', 'B(cb, cs)'],
  Object.entries(blendModes).map(([id, m]) => [`\`${id}\``, m.label, m.formula.replaceAll('|', '\\|')]),
)}

## Treatments

${table(
  ['kind', 'label', 'settings'],
  treatmentDefinitions.map((d) => [
    `\`${d.kind}\``,
    d.label,
    Object.entries(d.fields)
      .map(([key, f]) => `\`${key}\` ${takes(f)}`)
      .join('; ') || '–',
  ]),
)}

## Typefaces

${table(
  ['family', 'kind', 'weights', 'scripts'],
  families.map((f) => [f.name, f.kind, f.weights.join(', '), f.scripts.join(', ')]),
)}

## Commands and keys

${table(
  ['command', 'section', 'keys'],
  commands.map((c) => [c.label, c.section, c.keys?.join(', ') ?? '']),
)}
`,
}

const check = process.argv.includes('--check')
let stale = 0
for (const [path, text] of Object.entries(files)) {
  if (existsSync(path) && readFileSync(path, 'utf8') === text) continue
  stale++
  if (check) console.error(`${path} is out of date; run: node scripts/run.mjs cli/docs.ts`)
  else writeFileSync(path, text)
}
process.exitCode = check && stale > 0 ? 1 : 0
