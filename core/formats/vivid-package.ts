import { strFromU8, strToU8, unzipSync, type Zippable, zipSync } from 'fflate'
import { blobsOf, checkDesign } from '../design/edits'
import type { Design } from '../design/schema'
import { upgrade } from '../design/upgrades'
import { badInput, tooLarge } from '../errors'

/** A design with everything it needs in one zip: `design.json` and `blobs/SHA`. */
export type VividPackage = { design: Design; blobs: Map<string, Uint8Array> }

const MOST_ENTRIES = 2000
const MOST_BYTES = 600 * 1024 * 1024

export function writePackage({ design, blobs }: VividPackage): Uint8Array {
  const files: Zippable = { mimetype: [strToU8('application/x-vivid-layer'), { level: 0 }], 'design.json': strToU8(JSON.stringify(design)) }
  for (const [sha, bytes] of blobs) files[`blobs/${sha}`] = [bytes, { level: 0 }]
  return zipSync(files, { mtime: new Date('2026-01-01T00:00:00Z') })
}

/** Reads a package; throws `bad-input` where it is damaged, holds unsafe paths or lacks a blob. */
export function readPackage(bytes: Uint8Array): VividPackage {
  let entries: Record<string, Uint8Array>
  let count = 0
  let total = 0
  try {
    entries = unzipSync(bytes, {
      filter: (f) => {
        if (f.name.includes('..') || f.name.startsWith('/') || f.name.includes('\\') || /^[a-z]:/i.test(f.name))
          throw badInput(`The package holds a file with an unsafe path (“${f.name}”). Nothing was stored; ask for a package made by Vivid Layer.`)
        total += f.originalSize
        if (++count > MOST_ENTRIES || total > MOST_BYTES) throw tooLarge('The package is larger than what can be opened here. Nothing was stored.')
        return true
      },
    })
  } catch (thrown) {
    if (thrown instanceof Error && thrown.name === 'Problem') throw thrown
    throw badInput('This file is not a .vivid package or is damaged. Nothing was stored.')
  }
  const text = entries['design.json']
  if (!text) throw badInput('The package holds no design. Nothing was stored.')
  let json: unknown
  try {
    json = JSON.parse(strFromU8(text))
  } catch {
    throw badInput('The design in the package is damaged. Nothing was stored.')
  }
  const design = checkDesign(upgrade(json))
  const blobs = new Map<string, Uint8Array>()
  for (const sha of blobsOf(design)) {
    const blob = entries[`blobs/${sha}`]
    if (!blob) throw badInput('The package lacks a picture that its design uses. Nothing was stored.')
    blobs.set(sha, blob)
  }
  return { design, blobs }
}
