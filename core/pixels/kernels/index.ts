// Pixel kernels, AssemblyScript with SIMD. Rasters are four planes (R, G, B, A) of 32-bit floats, premultiplied,
// sRGB-encoded, `plane` bytes apart, rows `stride` bytes apart. Pointers are byte addresses.
export { blendRect, clearRect, copyRect, mixRect } from './composite'
export { coverageLine, coverageBegin, coverageEnd } from './coverage'
export { fillSolid, fillGradient } from './paint'
export { samplePicture, sampleUpright, halve } from './sample'
export { toBytes } from './output'
