// Path tracer for the shipped pictures. AssemblyScript, compiled to WebAssembly by `scripts/kernels.mjs`.
// Camera rays through a thin lens; surfaces with a diffuse body under a GGX coat (Walter et al. 2007),
// Schlick's Fresnel (1994), leaves that let light through, thin glass, rectangular lights sampled directly.
// One call traces one row; buffers are interleaved float rows written by the caller's pointers.

/** Floats per material, see materials.ts. */
const MATERIAL: usize = 32
/** Floats per triangle in the attribute table: three normals, three uv pairs, material. */
const ATTRIBUTES: usize = 16
const FAR: f32 = 1e30

let nodes: usize = 0
let triangles: usize = 0
let attributes: usize = 0
let materials: usize = 0
let lights: usize = 0
let lightCount: i32 = 0
let camera: usize = 0
let stack: usize = 0

export function configure(nodesAt: usize, trianglesAt: usize, attributesAt: usize, materialsAt: usize, lightsAt: usize, lightsHeld: i32, cameraAt: usize, stackAt: usize): void {
  nodes = nodesAt
  triangles = trianglesAt
  attributes = attributesAt
  materials = materialsAt
  lights = lightsAt
  lightCount = lightsHeld
  camera = cameraAt
  stack = stackAt
}

@inline function f(at: usize, index: usize): f32 { return load<f32>(at + (index << 2)) }
@inline function mix(a: f32, b: f32, t: f32): f32 { return a + (b - a) * t }
@inline function clamp(v: f32, low: f32, high: f32): f32 { return min(max(v, low), high) }
@inline function smooth(a: f32, b: f32, v: f32): f32 { const t = clamp((v - a) / (b - a), 0, 1); return t * t * (3 - 2 * t) }

// ---- random numbers: a Kronecker sequence rotated per pixel for the first dimensions, PCG beyond ----
let seed: u32 = 0
let pixelHash: u32 = 0
let sampleIndex: u32 = 0
let dimension: u32 = 0
let sampleCount: u32 = 0
/** From so many samples on the first dimensions spread by themselves. */
const MANY: u32 = 32

/** A permutation of `i` below `count`, one for each `by` (A. Kensler, “Correlated Multi-Jittered Sampling”, 2013). */
function permuted(i: u32, count: u32, by: u32): u32 {
  let w = count - 1
  w |= w >> 1; w |= w >> 2; w |= w >> 4; w |= w >> 8; w |= w >> 16
  do {
    i ^= by; i *= 0xe170893d
    i ^= by >> 16
    i ^= (i & w) >> 4
    i ^= by >> 8; i *= 0x0929eb3f
    i ^= by >> 23
    i ^= (i & w) >> 1; i *= 1 | by >> 27
    i *= 0x6935fa69
    i ^= (i & w) >> 11; i *= 0x74dcb303
    i ^= (i & w) >> 2; i *= 0x9e501cc3
    i ^= (i & w) >> 2; i *= 0xc860a3df
    i &= w
    i ^= i >> 5
  } while (i >= count)
  return (i + by) % count
}
@inline function hash(v: u32): u32 {
  let x = v * 747796405 + 2891336453
  x = ((x >> ((x >> 28) + 4)) ^ x) * 277803737
  return (x >> 22) ^ x
}
function random(): f32 {
  const d = dimension++
  if (d >= 2 && d < 14 && sampleCount < MANY) {
    // Few samples: one in each of as many parts of the range, in an order of its own for every dimension and pixel.
    const own = hash(pixelHash ^ (d * 0x9e3779b9))
    const within = f32(hash(own + sampleIndex) >> 8) * (1.0 / 16777216.0)
    return (f32(permuted(sampleIndex % sampleCount, sampleCount, own)) + within) / f32(sampleCount)
  }
  if (d < 14) {
    // Generalised golden ratio steps (Roberts, 2018), as 32-bit fractions, one prime-root step a dimension.
    const step = hash(d * 2 + 1) | 1
    const golden: u32 = 2654435769
    const rotated = hash(pixelHash ^ (d * 0x9e3779b9)) + (d < 2 ? (d == 0 ? sampleIndex * 3242174889 : sampleIndex * 2447445414) : sampleIndex * (golden ^ (step << 1) | 1))
    return f32(rotated >> 8) * (1.0 / 16777216.0)
  }
  seed = hash(seed + d)
  return f32(seed >> 8) * (1.0 / 16777216.0)
}

// ---- noise ----
@inline function lattice(x: i32, y: i32, z: i32): f32 {
  return f32(hash(u32(x) * 73856093 ^ u32(y) * 19349663 ^ u32(z) * 83492791) & 0xffff) * (1.0 / 65535.0)
}
/** Value noise with quintic fade, 0..1. */
function noise(x: f32, y: f32, z: f32): f32 {
  const xf = floor(x), yf = floor(y), zf = floor(z)
  const xi = i32(xf), yi = i32(yf), zi = i32(zf)
  let u = x - xf, v = y - yf, w = z - zf
  u = u * u * u * (u * (u * 6 - 15) + 10)
  v = v * v * v * (v * (v * 6 - 15) + 10)
  w = w * w * w * (w * (w * 6 - 15) + 10)
  const a = mix(mix(lattice(xi, yi, zi), lattice(xi + 1, yi, zi), u), mix(lattice(xi, yi + 1, zi), lattice(xi + 1, yi + 1, zi), u), v)
  const b = mix(mix(lattice(xi, yi, zi + 1), lattice(xi + 1, yi, zi + 1), u), mix(lattice(xi, yi + 1, zi + 1), lattice(xi + 1, yi + 1, zi + 1), u), v)
  return mix(a, b, w)
}
function fractal(x: f32, y: f32, z: f32): f32 {
  return noise(x, y, z) * 0.5 + noise(x * 2.03 + 7.1, y * 2.03, z * 2.03) * 0.25 + noise(x * 4.1, y * 4.1 + 3.3, z * 4.1) * 0.15 + noise(x * 8.3, y * 8.3, z * 8.3 + 1.7) * 0.1
}
/** How far a point is inside the nearest random dot, 0..1. */
function dots(x: f32, y: f32, z: f32, density: f32): f32 {
  const xf = floor(x), yf = floor(y), zf = floor(z)
  let best: f32 = 0
  for (let k = -1; k <= 1; k++) for (let j = -1; j <= 1; j++) for (let i = -1; i <= 1; i++) {
    const cx = i32(xf) + i, cy = i32(yf) + j, cz = i32(zf) + k
    const h = hash(u32(cx) * 73856093 ^ u32(cy) * 19349663 ^ u32(cz) * 83492791)
    if (f32(h & 0xff) * (1.0 / 255.0) > density) continue
    const dx = f32(cx) + f32((h >> 8) & 0xff) / 255.0 - x
    const dy = f32(cy) + f32((h >> 16) & 0xff) / 255.0 - y
    const dz = f32(cz) + f32((h >> 24) & 0xff) / 255.0 - z
    const size: f32 = 0.16 + 0.34 * lattice(cx, cz, cy)
    best = max(best, 1 - smooth(size * 0.6, size, sqrt(dx * dx + dy * dy + dz * dz)))
  }
  return best
}

// ---- intersection ----
let hitT: f32 = 0, hitU: f32 = 0, hitV: f32 = 0
let hitTriangle: i32 = -1

function intersect(ox: f32, oy: f32, oz: f32, dx: f32, dy: f32, dz: f32, limit: f32, any: bool): bool {
  const ix: f32 = 1 / dx, iy: f32 = 1 / dy, iz: f32 = 1 / dz
  hitT = limit
  hitTriangle = -1
  let top: usize = 0
  let at: usize = nodes
  while (true) {
    const count = load<i32>(at, 28)
    if (count > 0) {
      let t = triangles + usize(load<i32>(at, 24)) * 36
      const first = load<i32>(at, 24)
      for (let n = 0; n < count; n++, t += 36) {
        const e1x = f(t, 3), e1y = f(t, 4), e1z = f(t, 5), e2x = f(t, 6), e2y = f(t, 7), e2z = f(t, 8)
        const px = dy * e2z - dz * e2y, py = dz * e2x - dx * e2z, pz = dx * e2y - dy * e2x
        const det = e1x * px + e1y * py + e1z * pz
        if (abs(det) < 1e-12) continue
        const inv: f32 = 1 / det
        const sx = ox - f(t, 0), sy = oy - f(t, 1), sz = oz - f(t, 2)
        const u = (sx * px + sy * py + sz * pz) * inv
        if (u < 0 || u > 1) continue
        const qx = sy * e1z - sz * e1y, qy = sz * e1x - sx * e1z, qz = sx * e1y - sy * e1x
        const v = (dx * qx + dy * qy + dz * qz) * inv
        if (v < 0 || u + v > 1) continue
        const d = (e2x * qx + e2y * qy + e2z * qz) * inv
        if (d > 1e-4 && d < hitT) {
          if (any) {
            const m = materials + usize(f(attributes + usize(first + n) * (ATTRIBUTES << 2), 15)) * (MATERIAL << 2)
            const kind = i32(f(m, 16))
            if (kind == 1 || kind == 2) continue
          }
          hitT = d; hitU = u; hitV = v; hitTriangle = first + n
          if (any) return true
        }
      }
    } else {
      const left = nodes + usize(load<i32>(at, 24)) * 32
      const right = left + 32
      let ax = (f(left, 0) - ox) * ix, bx = (f(left, 3) - ox) * ix
      let ay = (f(left, 1) - oy) * iy, by = (f(left, 4) - oy) * iy
      let az = (f(left, 2) - oz) * iz, bz = (f(left, 5) - oz) * iz
      const nearL = max(max(min(ax, bx), min(ay, by)), max(min(az, bz), 0))
      const farL = min(min(max(ax, bx), max(ay, by)), min(max(az, bz), hitT))
      ax = (f(right, 0) - ox) * ix; bx = (f(right, 3) - ox) * ix
      ay = (f(right, 1) - oy) * iy; by = (f(right, 4) - oy) * iy
      az = (f(right, 2) - oz) * iz; bz = (f(right, 5) - oz) * iz
      const nearR = max(max(min(ax, bx), min(ay, by)), max(min(az, bz), 0))
      const farR = min(min(max(ax, bx), max(ay, by)), min(max(az, bz), hitT))
      const hitsL = nearL <= farL, hitsR = nearR <= farR
      if (hitsL && hitsR) {
        const leftFirst = nearL < nearR
        store<usize>(stack + (top << 2), leftFirst ? right : left)
        top++
        at = leftFirst ? left : right
        continue
      }
      if (hitsL) { at = left; continue }
      if (hitsR) { at = right; continue }
    }
    if (top == 0) break
    top--
    at = load<usize>(stack + (top << 2))
  }
  return hitTriangle >= 0
}

// ---- environment: camera block 16..27 ----
let envR: f32 = 0, envG: f32 = 0, envB: f32 = 0
@inline function environment(dy: f32): void {
  const t = clamp(dy * 0.5 + 0.5, 0, 1)
  envR = mix(f(camera, 19), f(camera, 16), t)
  envG = mix(f(camera, 20), f(camera, 17), t)
  envB = mix(f(camera, 21), f(camera, 18), t)
}

// ---- surfaces ----
let nx: f32 = 0, ny: f32 = 0, nz: f32 = 0
let gx: f32 = 0, gy: f32 = 0, gz: f32 = 0
let albedoR: f32 = 0, albedoG: f32 = 0, albedoB: f32 = 0
let roughness: f32 = 0, coat: f32 = 0
let material: usize = 0

@inline function tint(from: usize, amount: f32): void {
  albedoR = mix(albedoR, f(material, from), amount)
  albedoG = mix(albedoG, f(material, from + 1), amount)
  albedoB = mix(albedoB, f(material, from + 2), amount)
}

/** Reads colour, coat and bent normal of the last hit. */
function surface(x: f32, y: f32, z: f32): void {
  const a = attributes + usize(hitTriangle) * (ATTRIBUTES << 2)
  const w: f32 = 1 - hitU - hitV
  nx = f(a, 0) * w + f(a, 3) * hitU + f(a, 6) * hitV
  ny = f(a, 1) * w + f(a, 4) * hitU + f(a, 7) * hitV
  nz = f(a, 2) * w + f(a, 5) * hitU + f(a, 8) * hitV
  const u = f(a, 9) * w + f(a, 11) * hitU + f(a, 13) * hitV
  const v = f(a, 10) * w + f(a, 12) * hitU + f(a, 14) * hitV
  const t = triangles + usize(hitTriangle) * 36
  gx = f(t, 4) * f(t, 8) - f(t, 5) * f(t, 7)
  gy = f(t, 5) * f(t, 6) - f(t, 3) * f(t, 8)
  gz = f(t, 3) * f(t, 7) - f(t, 4) * f(t, 6)
  let l: f32 = 1 / sqrt(gx * gx + gy * gy + gz * gz + 1e-30)
  gx *= l; gy *= l; gz *= l
  material = materials + usize(f(a, 15)) * (MATERIAL << 2)
  albedoR = f(material, 0); albedoG = f(material, 1); albedoB = f(material, 2)
  roughness = f(material, 13)
  coat = f(material, 14)
  const pattern = i32(f(material, 9))
  const s = f(material, 10)
  const amount = f(material, 11)
  const threshold = f(material, 12)
  if (pattern == 1) {
    tint(6, (fractal(x * 3, y * 3, z * 3) - 0.5) * 0.7 + 0.2)
    tint(3, dots(x * s, y * s, z * s, amount) * 0.85)
    tint(3, dots(x * s * 2.7 + 5, y * s * 2.7, z * s * 2.7, amount) * 0.5)
  } else if (pattern == 2) {
    // A dip: glaze above a wavering line, bare clay below, a bead of glaze along the line.
    const line: f32 = v - threshold + (fractal(x * 2.2, 3.7, z * 2.2) - 0.5) * 0.16
    const over: f32 = smooth(-0.004, 0.006, line)
    const bead: f32 = smooth(0.05, 0.0, line) * over
    const pool: f32 = fractal(x * 5, y * 2, z * 5)
    tint(6, clamp((pool - 0.45) * 1.8 + smooth(0.35, 0.95, v) * 0.25, 0, 0.75))
    albedoR *= 1 - bead * 0.35; albedoG *= 1 - bead * 0.35; albedoB *= 1 - bead * 0.3
    tint(3, 1 - over)
    if (amount > 0) tint(3, dots(x * s, y * s, z * s, amount) * 0.6)
    const grit: f32 = fractal(x * 40, y * 40, z * 40)
    if (over < 0.5) { coat = 0; const g: f32 = 0.86 + grit * 0.28; albedoR *= g; albedoG *= g; albedoB *= g }
  } else if (pattern == 3) {
    const warp: f32 = fractal(x * 0.7, y * 2, z * 2.4) * 2.4
    const ring: f32 = fractal(x * 0.55 * s, (y + warp * 0.1) * 5 * s, (z + warp * 0.1) * 5 * s)
    const fibre: f32 = noise(x * 3.5 * s, y * 90 * s, z * 90 * s)
    tint(3, clamp((ring - 0.3) * 1.7, 0, 1) * amount)
    const g: f32 = 0.9 + fibre * 0.2
    albedoR *= g; albedoG *= g; albedoB *= g
    roughness = clamp(roughness + fibre * 0.15, 0.02, 1)
  } else if (pattern == 4) {
    tint(3, clamp((fractal(x * s, y * s, z * s) - 0.35) * 2, 0, 1) * amount)
    const g: f32 = 0.97 + noise(x * s * 31, y * s * 31, z * s * 31) * 0.06
    albedoR *= g; albedoG *= g; albedoB *= g
  } else if (pattern == 5) {
    const warp: f32 = (fractal(x * 1.5, y * 1.5, z * 1.5) - 0.5) * 0.05
    const a1 = Mathf.sin((x + z * 0.3 + warp) * s), b1 = Mathf.sin((z - x * 0.3 + y + warp) * s)
    const thread: f32 = a1 * b1 * 0.5 + 0.5
    tint(3, thread * amount)
    const slub: f32 = noise(x * 3, y * 3, z * s * 0.7) * 0.14 + 0.93
    albedoR *= slub; albedoG *= slub; albedoB *= slub
  } else if (pattern == 6) {
    const vein: f32 = smooth(0.06, 0.0, abs(u - 0.5)) * 0.6 + (Mathf.sin((v * 34 + abs(u - 0.5) * 40)) * 0.5 + 0.5) * 0.1
    tint(3, clamp(v * 0.75 + (fractal(x * 4, y * 4, z * 4) - 0.5), 0, 1) * amount)
    tint(6, vein)
  } else if (pattern == 7) {
    // A reactive glaze: two colours that break over the throwing lines.
    const flow: f32 = fractal(x * s, y * s * 0.35, z * s)
    const fine: f32 = fractal(x * s * 4, y * s * 1.3, z * s * 4)
    const broken: f32 = clamp((flow - 0.42) * 3.2 + (fine - 0.5) * 1.3 + (v - threshold) * 1.6, 0, 1)
    tint(3, broken)
    tint(6, smooth(0.62, 0.78, fine) * amount)
  } else if (pattern == 8) {
    const band: f32 = smooth(threshold - 0.01, threshold, v) * smooth(threshold + s, threshold + s - 0.01, v)
    const brush: f32 = fractal(u * 14, v * 3, 0.5) * 0.35 + 0.65
    tint(3, band * brush * amount)
  }
  const bump = f(material, 21)
  if (bump > 0) {
    const k: f32 = f(material, 22)
    const e: f32 = 0.35 / k
    const here = fractal(x * k, y * k, z * k)
    const bx = fractal((x + e) * k, y * k, z * k) - here
    const by = fractal(x * k, (y + e) * k, z * k) - here
    const bz = fractal(x * k, y * k, (z + e) * k) - here
    nx -= bx * bump; ny -= by * bump; nz -= bz * bump
  }
  const rings = f(material, 23)
  if (rings > 0) ny += Mathf.sin((y + noise(x * 2, y * 4, z * 2) * 0.03) * rings) * f(material, 24)
  l = 1 / sqrt(nx * nx + ny * ny + nz * nz + 1e-30)
  nx *= l; ny *= l; nz *= l
}

let sampleX: f32 = 0, sampleY: f32 = 0, sampleZ: f32 = 0
/** Turns a direction given around +z to one around the normal (Duff et al. 2017). */
function around(ax: f32, ay: f32, az: f32, mx: f32, my: f32, mz: f32): void {
  const sign: f32 = mz >= 0 ? 1 : -1
  const p: f32 = -1 / (sign + mz)
  const q = mx * my * p
  sampleX = ax * (1 + sign * mx * mx * p) + ay * q + az * mx
  sampleY = ax * sign * q + ay * (sign + my * my * p) + az * my
  sampleZ = ax * (-sign * mx) + ay * (-my) + az * mz
}

let lightR: f32 = 0, lightG: f32 = 0, lightB: f32 = 0
/** Light arriving at a point from one random light, cosine and visibility included, divided by its chance. */
function direct(x: f32, y: f32, z: f32, through: f32): void {
  lightR = 0; lightG = 0; lightB = 0
  if (lightCount == 0) return
  const pick = min(i32(random() * f32(lightCount)), lightCount - 1)
  const l = lights + usize(pick) * 64
  const a = random(), b = random()
  const px = f(l, 0) + f(l, 3) * a + f(l, 6) * b
  const py = f(l, 1) + f(l, 4) * a + f(l, 7) * b
  const pz = f(l, 2) + f(l, 5) * a + f(l, 8) * b
  let dx = px - x, dy = py - y, dz = pz - z
  const d2 = dx * dx + dy * dy + dz * dz
  const d = sqrt(d2)
  dx /= d; dy /= d; dz /= d
  const facing: f32 = -(dx * f(l, 9) + dy * f(l, 10) + dz * f(l, 11))
  if (facing <= 0) return
  let cosine = dx * nx + dy * ny + dz * nz
  if (cosine <= 0) { if (through <= 0) return; cosine = -cosine * through } else cosine *= 1 - through
  const side: f32 = dx * gx + dy * gy + dz * gz > 0 ? 1 : -1
  if (intersect(x + gx * side * 2e-4, y + gy * side * 2e-4, z + gz * side * 2e-4, dx, dy, dz, d - 1e-3, true)) return
  const g: f32 = cosine * facing * f(l, 12) * f32(lightCount) / (d2 * 3.14159265)
  lightR = f(l, 13) * g; lightG = f(l, 14) * g; lightB = f(l, 15) * g
}

// ---- the path ----
let diffuseR: f32 = 0, diffuseG: f32 = 0, diffuseB: f32 = 0
let mirrorR: f32 = 0, mirrorG: f32 = 0, mirrorB: f32 = 0
let firstR: f32 = 0, firstG: f32 = 0, firstB: f32 = 0
let firstNx: f32 = 0, firstNy: f32 = 0, firstNz: f32 = 0
let firstDepth: f32 = 0, firstAlpha: f32 = 0

function trace(ox: f32, oy: f32, oz: f32, dx: f32, dy: f32, dz: f32, guidesOnly: bool): void {
  diffuseR = 0; diffuseG = 0; diffuseB = 0; mirrorR = 0; mirrorG = 0; mirrorB = 0
  firstR = 0; firstG = 0; firstB = 0; firstNx = 0; firstNy = 0; firstNz = 0; firstDepth = 50; firstAlpha = 0
  let tr: f32 = 1, tg: f32 = 1, tb: f32 = 1
  let seen = false
  let toMirror = false
  let sharp = true
  let passed: f32 = 1
  const cap: f32 = f(camera, 22)
  for (let depth = 0; depth < 7; depth++) {
    const found = intersect(ox, oy, oz, dx, dy, dz, FAR, false)
    if (!found) {
      environment(dy)
      if (!seen) {
        // Straight through to the outside: what the glass on the way took is coverage.
        firstAlpha = 1 - passed
        if (f(camera, 23) > 0) { firstAlpha = 1; firstR = 1; firstG = 1; firstB = 1; diffuseR = envR * tr; diffuseG = envG * tg; diffuseB = envB * tb }
        return
      }
      let r = envR * tr, g = envG * tg, b = envB * tb
      if (depth > 1) { r = min(r, cap); g = min(g, cap); b = min(b, cap) }
      if (toMirror) { mirrorR += r; mirrorG += g; mirrorB += b } else { diffuseR += r; diffuseG += g; diffuseB += b }
      return
    }
    const x = ox + dx * hitT, y = oy + dy * hitT, z = oz + dz * hitT
    const distance = hitT
    surface(x, y, z)
    const kind = i32(f(material, 16))
    if (!seen && f(material, 25) > 0) { ox = x + dx * 1e-3; oy = y + dy * 1e-3; oz = z + dz * 1e-3; continue }
    if (gx * dx + gy * dy + gz * dz > 0) { gx = -gx; gy = -gy; gz = -gz }
    if (nx * gx + ny * gy + nz * gz < 0) { nx = -nx; ny = -ny; nz = -nz }
    if (kind == 2) {
      if (!seen) {
        firstAlpha = 1; firstR = 1; firstG = 1; firstB = 1; firstDepth = distance
        firstNx = nx; firstNy = ny; firstNz = nz
        diffuseR = f(material, 18) * tr; diffuseG = f(material, 19) * tg; diffuseB = f(material, 20) * tb
      } else if (sharp) {
        const r = min(f(material, 18) * tr, cap), g = min(f(material, 19) * tg, cap), b = min(f(material, 20) * tb, cap)
        if (toMirror) { mirrorR += r; mirrorG += g; mirrorB += b } else { diffuseR += r; diffuseG += g; diffuseB += b }
      }
      return
    }
    let facing = -(nx * dx + ny * dy + nz * dz)
    if (facing < 0.02) facing = 0.02
    if (kind == 1) {
      // Thin glass: reflects by Fresnel, else goes straight on and takes its tint.
      const m: f32 = 1 - facing
      const m2 = m * m
      const F: f32 = 0.04 + 0.96 * m2 * m2 * m
      if (random() < max(F, 0.12)) {
        const w: f32 = F / max(F, 0.12)
        if (!seen) { seen = true; toMirror = true; firstAlpha = 1 - passed + passed * min(1, F * 3); firstNx = nx; firstNy = ny; firstNz = nz; firstDepth = distance }
        tr *= w; tg *= w; tb *= w
        const k: f32 = 2 * facing
        dx += nx * k; dy += ny * k; dz += nz * k
        ox = x + gx * 3e-4; oy = y + gy * 3e-4; oz = z + gz * 3e-4
        sharp = true
        if (guidesOnly) return
      } else {
        const w: f32 = (1 - F) / (1 - max(F, 0.12))
        const edge: f32 = mix(1, 0.45, m2 * m2)
        tr *= w * mix(1, f(material, 0), 0.5) * edge; tg *= w * mix(1, f(material, 1), 0.5) * edge; tb *= w * mix(1, f(material, 2), 0.5) * edge
        passed *= edge * (1 - F) * 0.94
        ox = x - gx * 3e-4; oy = y - gy * 3e-4; oz = z - gz * 3e-4
      }
      continue
    }
    const through: f32 = kind == 3 ? f(material, 17) : 0
    const m: f32 = 1 - facing
    const m2 = m * m
    const schlick = m2 * m2 * m
    const metal = f(material, 15)
    const f0r = mix(0.045, albedoR, metal), f0g = mix(0.045, albedoG, metal), f0b = mix(0.045, albedoB, metal)
    const top: f32 = max<f32>(1 - roughness, 0.045)
    const Fr = (f0r + max(0, top - f0r) * schlick) * coat, Fg = (f0g + max(0, top - f0g) * schlick) * coat, Fb = (f0b + max(0, top - f0b) * schlick) * coat
    const F: f32 = (Fr + Fg + Fb) / 3
    const body: f32 = (1 - metal)
    if (!seen) {
      firstAlpha = 1; firstDepth = distance
      firstNx = nx; firstNy = ny; firstNz = nz
      firstR = albedoR * body; firstG = albedoG * body; firstB = albedoB * body
      if (guidesOnly) return
    }
    const chance: f32 = coat <= 0 ? 0 : metal > 0.5 ? 1 : clamp(F * 1.5, seen ? <f32>0.08 : <f32>0.3, 0.85)
    if (random() < chance) {
      const alpha: f32 = max(roughness * roughness, 1e-3)
      const r1 = random(), r2 = random() * 6.2831853
      const c2: f32 = (1 - r1) / (1 + (alpha * alpha - 1) * r1)
      const c: f32 = sqrt(c2), s: f32 = sqrt(max<f32>(0, 1 - c2))
      around(s * Mathf.cos(r2), s * Mathf.sin(r2), c, nx, ny, nz)
      const hx = sampleX, hy = sampleY, hz = sampleZ
      const vh: f32 = -(dx * hx + dy * hy + dz * hz)
      if (vh <= 0) return
      dx += 2 * vh * hx; dy += 2 * vh * hy; dz += 2 * vh * hz
      const nl: f32 = dx * nx + dy * ny + dz * nz
      if (nl <= 0 || dx * gx + dy * gy + dz * gz <= 0) return
      const a2 = alpha * alpha
      const g1: f32 = 2 * facing / (facing + sqrt(a2 + (1 - a2) * facing * facing))
      const g2: f32 = 2 * nl / (nl + sqrt(a2 + (1 - a2) * nl * nl))
      const w: f32 = g1 * g2 * vh / (facing * max(c, 1e-4)) / chance
      const mv: f32 = 1 - vh
      const mv2 = mv * mv
      const sv = mv2 * mv2 * mv
      tr *= (f0r + max(0, top - f0r) * sv) * coat * w; tg *= (f0g + max(0, top - f0g) * sv) * coat * w; tb *= (f0b + max(0, top - f0b) * sv) * coat * w
      if (!seen) { seen = true; toMirror = true }
      sharp = true
      ox = x + gx * 3e-4; oy = y + gy * 3e-4; oz = z + gz * 3e-4
    } else {
      const w: f32 = (1 - F) * body / (1 - chance)
      tr *= w; tg *= w; tb *= w
      // The first body colour is left out and put back at full size, so that texture stays crisp.
      if (seen) { tr *= albedoR; tg *= albedoG; tb *= albedoB } else { seen = true; toMirror = false }
      const sx = x, sy = y, sz = z, sgx = gx, sgy = gy, sgz = gz, snx = nx, sny = ny, snz = nz
      direct(x, y, z, through)
      let r = lightR * tr, g = lightG * tg, b = lightB * tb
      if (depth > 0) { r = min(r, cap); g = min(g, cap); b = min(b, cap) }
      if (toMirror) { mirrorR += r; mirrorG += g; mirrorB += b } else { diffuseR += r; diffuseG += g; diffuseB += b }
      if (depth >= 2) {
        const keep: f32 = max(0.1, min(0.92, max(tr, max(tg, tb))))
        if (random() > keep) return
        tr /= keep; tg /= keep; tb /= keep
      }
      const r1 = random(), r2 = random() * 6.2831853
      const radius: f32 = sqrt(r1)
      const side: f32 = through > 0 && random() < through ? -1 : 1
      around(radius * Mathf.cos(r2), radius * Mathf.sin(r2), sqrt(max<f32>(0, 1 - r1)), snx * side, sny * side, snz * side)
      dx = sampleX; dy = sampleY; dz = sampleZ
      if (side > 0 && dx * sgx + dy * sgy + dz * sgz <= 0) return
      ox = sx + sgx * side * 3e-4; oy = sy + sgy * side * 3e-4; oz = sz + sgz * side * 3e-4
      sharp = false
    }
  }
}

/**
 * Traces one row. `out` takes 14 floats a pixel: light without the first body colour (3), mirrored light (3),
 * body colour (3), normal (3), distance, coverage. With `guidesOnly` only the last eight are meaningful.
 */
export function row(y: i32, width: i32, height: i32, from: i32, samples: i32, out: usize, guidesOnly: bool): void {
  const px = f(camera, 0), py = f(camera, 1), pz = f(camera, 2)
  const rx = f(camera, 3), ry = f(camera, 4), rz = f(camera, 5)
  const ux = f(camera, 6), uy = f(camera, 7), uz = f(camera, 8)
  const fx = f(camera, 9), fy = f(camera, 10), fz = f(camera, 11)
  const half = f(camera, 12), lens = f(camera, 13), focus = f(camera, 14)
  const aspect = f32(width) / f32(height)
  sampleCount = u32(samples)
  for (let x = 0; x < width; x++) {
    let a0: f32 = 0, a1: f32 = 0, a2: f32 = 0, a3: f32 = 0, a4: f32 = 0, a5: f32 = 0, a6: f32 = 0
    let a7: f32 = 0, a8: f32 = 0, a9: f32 = 0, a10: f32 = 0, a11: f32 = 0, a12: f32 = 0, a13: f32 = 0
    pixelHash = hash(u32(x) * 1973 + u32(y) * 9277 + 26699)
    for (let s = 0; s < samples; s++) {
      sampleIndex = u32(from + s)
      dimension = 0
      seed = hash(pixelHash + sampleIndex * 9781)
      const jx = random(), jy = random()
      const sx = ((f32(x) + jx) / f32(width) * 2 - 1) * half * aspect
      const sy: f32 = (1 - (f32(y) + jy) / f32(height) * 2) * half
      const lr = sqrt(random()) * lens, la = random() * 6.2831853
      const lx = lr * Mathf.cos(la), ly = lr * Mathf.sin(la)
      const tx = sx * focus - lx, ty = sy * focus - ly
      let dx = rx * tx + ux * ty + fx * focus, dy = ry * tx + uy * ty + fy * focus, dz = rz * tx + uz * ty + fz * focus
      const l: f32 = 1 / sqrt(dx * dx + dy * dy + dz * dz)
      dx *= l; dy *= l; dz *= l
      trace(px + rx * lx + ux * ly, py + ry * lx + uy * ly, pz + rz * lx + uz * ly, dx, dy, dz, guidesOnly)
      if (!(diffuseR + diffuseG + diffuseB + mirrorR + mirrorG + mirrorB < 1e8)) { diffuseR = 0; diffuseG = 0; diffuseB = 0; mirrorR = 0; mirrorG = 0; mirrorB = 0 }
      if (!(abs(firstNx) + abs(firstNy) + abs(firstNz) < 4)) { firstNx = 0; firstNy = 1; firstNz = 0 }
      a0 += diffuseR; a1 += diffuseG; a2 += diffuseB
      a3 += min(mirrorR, 30); a4 += min(mirrorG, 30); a5 += min(mirrorB, 30)
      a6 += firstR; a7 += firstG; a8 += firstB; a9 += firstNx; a10 += firstNy; a11 += firstNz
      a12 += firstDepth; a13 += firstAlpha
    }
    const k: f32 = 1 / f32(samples)
    const o = out + usize(x) * 56
    store<f32>(o, a0 * k); store<f32>(o, a1 * k, 4); store<f32>(o, a2 * k, 8)
    store<f32>(o, a3 * k, 12); store<f32>(o, a4 * k, 16); store<f32>(o, a5 * k, 20)
    store<f32>(o, a6 * k, 24); store<f32>(o, a7 * k, 28); store<f32>(o, a8 * k, 32)
    store<f32>(o, a9 * k, 36); store<f32>(o, a10 * k, 40); store<f32>(o, a11 * k, 44)
    store<f32>(o, a12 * k, 48); store<f32>(o, a13 * k, 52)
  }
}
