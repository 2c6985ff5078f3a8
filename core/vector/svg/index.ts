export type { ArtClip, ArtGradient, ArtGroup, ArtMask, ArtNode, Artwork, Piece } from './artwork'
export { readSvg } from './read'
export { refuseActiveSvg } from './source'
export { splitSvg } from './split'
