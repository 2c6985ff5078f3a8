// The quick half of the tests, before each commit.
import { checks } from './checks.mjs'
import { main, say } from './set-up.mjs'

await main(() => {
  checks()
  say('All passed.')
})
