/** usage: node scripts/run.mjs cli/seed.ts : migrates the store and loads supplies and samples where they are missing. */
import { store } from '../server/database'
import { seed } from '../server/seed'

await seed((text) => console.log(text))
await (await store()).destroy()
