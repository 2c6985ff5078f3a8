export type { ArtClip, ArtGradient, ArtGroup, ArtMask, ArtNode, Artwork, Piece } from './artwork'
export { lineWeights, partLabels } from './artwork'
export { readSvg } from './read'
export { splitSvg } from './split'
