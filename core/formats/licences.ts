import { facesNeeded } from '../design/needs'
import type { Design } from '../design/schema'
import { type Credit, creditLines } from '../outputs/manifest'
import { isShipped } from '../type/catalogue'

/** What a package tells of the licences of what it holds and needs, as plain text. */
export function licencesOf(
  design: Pick<Design, 'name' | 'layers' | 'changes' | 'faces' | 'author'>,
  credits: readonly Credit[] = [],
  linked: readonly Pick<Design, 'name' | 'layers' | 'changes' | 'faces'>[] = [],
): string {
  const all = [design, ...linked]
  const families = new Set(all.flatMap((d) => facesNeeded(d).map((f) => f.family)))
  const faces = [...families].map((family) => {
    if (isShipped(family))
      return `${family}: SIL Open Font License 1.1. It comes with Vivid Layer and is not in this package.`
    const own = all.flatMap((d) => Object.values(d.faces)).filter((f) => f.family === family)
    const [first] = own
    if (!first) return `${family}: its file was missing when the package was made.`
    const told = [...new Set(own.map((f) => f.licence).filter((l) => l !== ''))].join(' ')
    return `${family}: brought with the design, in this package. ${told || 'Its file names no licence.'}`
  })
  return [
    `What is in this package of “${design.name}”${design.author ? ` by ${design.author}` : ''}`,
    '',
    'Typefaces',
    ...(faces.length > 0 ? faces : ['None.']),
    '',
    ...(linked.length > 0 ? ['Linked designs', ...linked.map((d) => `“${d.name}”`), ''] : []),
    'Pictures and graphics',
    'Supplies of Vivid Layer are CC0 1.0: free for every use, nobody need be named. What was uploaded is under the terms of who made it.',
    ...(credits.length > 0 ? ['', 'To be named wherever it is shown', creditLines(credits).trimEnd()] : []),
    '',
  ].join('\n')
}
