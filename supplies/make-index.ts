/** Tells what the shipped supplies are, so that nothing need be decoded to take them in: `npm run drawn -- --index`. */
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { intakeCalls } from '../host/intake'
import { everySupply } from './catalogue'

export async function makeIndex(): Promise<void> {
  const out: Record<string, unknown> = {}
  for (const s of everySupply) {
    const path = `supplies/generated/${s.file}`
    if (!existsSync(path)) continue
    const { info, colours } = await intakeCalls.upload({
      bytes: new Uint8Array(readFileSync(path)),
      name: s.file,
    })
    out[s.id] = { ...info, colours }
  }
  const lines = Object.entries(out).map(([id, known]) => `${JSON.stringify(id)}:${JSON.stringify(known)}`)
  writeFileSync('supplies/generated/index.json', `{\n${lines.join(',\n')}\n}\n`)
  console.log(`supplies/generated/index.json: ${lines.length} of ${everySupply.length}`)
}
