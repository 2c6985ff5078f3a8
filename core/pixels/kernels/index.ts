// Pixel kernels, AssemblyScript with SIMD. Rasters are four planes (R, G, B, A) of 32-bit floats, premultiplied,
// sRGB-encoded, `plane` bytes apart, rows `stride` bytes apart. Pointers are byte addresses.
export { blendPicture, blendRect, clearRect, copyRect, mixRect, scaleRect, withinRect } from './composite'
export { coverageLine, coverageBegin, coverageEnd } from './coverage'
export { fillSolid, fillGradient } from './paint'
export { doubleRaster, doubleToBytes } from './half'
export { brushMark, maskLevel } from './brush'
export { coverBytes, distanceField, ringCover } from './distance'
export { blurPlane, combinePlane, coverFrom, enlargePlane, maskClean, maskColours, maskRect, pickFrom, pickTouching } from './mask'
export { mapAffine, mapClear, mapPerspective, mapTriangle } from './map'
export { copyPicture, sampleMapped, sampleUpright, halve } from './sample'
export { isOpaque, runAdd, runApply, runBegin } from './run'
export { toBytes } from './output'
