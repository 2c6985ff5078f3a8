import { binsOf } from './colour-model'
import { fitted, halved, type Lab, type Pixels, reducedTo, toLab } from './copies'
import { edgesOf } from './edges'
import { shown } from './look'

/** The longer side of the picture that is guessed on, and the most of the one that is cut, px. */
const GUESSED = 200
const CUT = 512

/** What a photo shows whatever a person says of it: told once for all dabs. */
export type Studied = {
  /** The photo and its halves, down to the reduced one that is cut. */
  chain: readonly Pixels[]
  small: Pixels
  /** What the first network is shown of it. */
  guess: Float32Array[]
  lab: Lab
  /** Where the reduced one changes, beyond its texture. */
  edges: () => Float32Array
  /** The copy twice the size of the reduced one, or that itself, and the bins of its colours. */
  finer: { level: Pixels; lab: Lab; bins: Uint16Array }
}

/** The size of the picture that the first network is shown. */
export const guessedSize = (of: Pixels) => fitted(of.width, of.height, GUESSED)
/** What the first network is shown of a picture, dabs aside. */
export const guessPlanes = (picture: Pixels): Float32Array[] => {
  const { width, height } = guessedSize(picture)
  return shown(toLab(reducedTo(picture, width, height)))
}

export function study(photo: Pixels): Studied {
  const chain = [photo]
  let small = photo
  while (Math.max(small.width, small.height) > CUT) {
    small = halved(small)
    chain.push(small)
  }
  const lab = toLab(small)
  const level = chain[Math.max(0, chain.length - 2)] as Pixels
  const fine = level === small ? lab : toLab(level)
  let edges: Float32Array | null = null
  return {
    chain,
    small,
    guess: guessPlanes(small),
    lab,
    edges: () => (edges ??= edgesOf([lab.l, lab.a, lab.b], [1, 1.6, 1.6], lab.width, lab.height).edges),
    finer: { level, lab: fine, bins: binsOf(fine) },
  }
}
