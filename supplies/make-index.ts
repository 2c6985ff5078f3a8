/** Tells what the shipped supplies are, so that nothing need be decoded to take them in: `npm run drawn -- --index`. */
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { intakeCalls } from '../host/intake'
import { LIST_SIDE, previewOf } from '../host/pictures'
import { everySupply } from './catalogue'

export async function makeIndex(): Promise<void> {
  const out: Record<string, unknown> = {}
  const previews = 'supplies/generated/previews'
  rmSync(previews, { recursive: true, force: true })
  mkdirSync(previews, { recursive: true })
  for (const s of everySupply) {
    const path = `supplies/generated/${s.file}`
    if (!existsSync(path)) continue
    const bytes = new Uint8Array(readFileSync(path))
    const { info, colours } = await intakeCalls.upload({ bytes, name: s.file })
    writeFileSync(`${previews}/${info.sha}.webp`, await previewOf(bytes, s.file, LIST_SIDE))
    out[s.id] = { ...info, colours }
  }
  const lines = Object.entries(out).map(([id, known]) => `${JSON.stringify(id)}:${JSON.stringify(known)}`)
  writeFileSync('supplies/generated/index.json', `{\n${lines.join(',\n')}\n}\n`)
  console.log(`supplies/generated/index.json: ${lines.length} of ${everySupply.length}`)
}
