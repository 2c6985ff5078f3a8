/** A rectangle of a raster: bytes from plane to plane and from row to row, floats a row, rows. */
type Rect = [plane: number, stride: number, count: number, rows: number]
/** Two float planes of a map, bytes a row, entries a row and rows. */
type Map = [u: number, v: number, stride: number, count: number, rows: number]
/** A corner of a triangle: where it lies, and the place it is mapped to. */
type Corner = [x: number, y: number, u: number, v: number]
/** A held level of a picture; `format` bit 0: opaque, bit 1: 16 bits a channel. */
type Source = [source: number, width: number, height: number, format: number]
type Box = [left: number, top: number, right: number, bottom: number]
/** The view's px that a raster begins at, and px of the master to one of the view. */
type Place = [left: number, top: number, step: number]
type Affine = [a: number, b: number, c: number, d: number, e: number, f: number]
/** A part of a buffer. */
type Part = [x: number, y: number, count: number, rows: number]
/** A raster that is drawn from a buffer. */
type Drawn = [out: number, outPlane: number, outStride: number, from: number, plane: number, stride: number]
type Cover = [cover: number, coverStride: number]

/** What the compiled kernels offer (`core/pixels/kernels/`); addresses are bytes in `memory`. */
export type Kernels = {
  memory: WebAssembly.Memory
  blendRect(...args: [beneath: number, source: number, ...Rect, mode: number, opacity: number]): void
  blendPicture(
    ...args: [
      beneath: number,
      ...Rect,
      source: number,
      width: number,
      x: number,
      y: number,
      mode: number,
      opacity: number,
    ]
  ): void
  clearRect(...args: [at: number, ...Rect]): void
  copyRect(...args: [to: number, from: number, ...Rect]): void
  withinRect(
    ...args: [result: number, beneath: number, cover: number, sourceAlpha: number, ...Rect, opacity: number]
  ): void
  scaleRect(...args: [raster: number, ...Rect, by: number]): void
  mixRect(...args: [beneath: number, source: number, ...Rect, share: number]): void
  brushMark(
    ...args: [
      covered: number,
      out: number,
      base: number,
      cx: number,
      cy: number,
      rx: number,
      ry: number,
      edge: number,
      flow: number,
      strength: number,
      target: number,
      ...Box,
      paper: number,
      rough: number,
    ]
  ): void
  maskLevel(
    ...args: [
      to: number,
      width: number,
      height: number,
      tile: number,
      column: number,
      row: number,
      level: number,
      maskWidth: number,
      maskHeight: number,
      hidden: number,
      ...Box,
    ]
  ): void
  coverFrom(...args: [to: number, toStride: number, from: number, ...Rect, lightness: number]): void
  maskRect(
    ...args: [
      raster: number,
      plane: number,
      stride: number,
      ...Cover,
      count: number,
      rows: number,
      strength: number,
      swap: number,
    ]
  ): void
  combinePlane(
    ...args: [to: number, from: number, stride: number, count: number, rows: number, how: number]
  ): void
  maskClean(
    ...args: [
      raster: number,
      plane: number,
      stride: number,
      ...Cover,
      count: number,
      rows: number,
      strength: number,
      swap: number,
      red: number,
      green: number,
      blue: number,
    ]
  ): void
  pickTouching(
    ...args: [
      out: number,
      rgba: number,
      marks: number,
      stack: number,
      stackLength: number,
      width: number,
      height: number,
      tone: number,
      a: number,
      b: number,
      c: number,
      tolerance: number,
      fade: number,
      seedX: number,
      seedY: number,
    ]
  ): number
  distanceField(
    ...args: [
      out: number,
      cover: number,
      line: number,
      width: number,
      height: number,
      inside: number,
      most: number,
    ]
  ): void
  ringCover(
    ...args: [
      to: number,
      toStride: number,
      outside: number,
      inside: number,
      width: number,
      x: number,
      y: number,
      count: number,
      rows: number,
      low: number,
      high: number,
    ]
  ): void
  coverBytes(
    ...args: [to: number, toStride: number, from: number, stride: number, count: number, rows: number]
  ): void
  maskColours(
    ...args: [
      raster: number,
      plane: number,
      stride: number,
      ...Cover,
      from: number,
      count: number,
      rows: number,
      strength: number,
      swap: number,
    ]
  ): void
  pickFrom(
    ...args: [
      to: number,
      toStride: number,
      from: number,
      ...Rect,
      tone: number,
      a: number,
      b: number,
      c: number,
      tolerance: number,
      fade: number,
    ]
  ): void
  blurPlane(
    ...args: [
      to: number,
      from: number,
      stride: number,
      left: number,
      top: number,
      count: number,
      rows: number,
      step: number,
      weights: number,
      reach: number,
    ]
  ): void
  enlargePlane(
    ...args: [
      to: number,
      toStride: number,
      from: number,
      fromStride: number,
      count: number,
      rows: number,
      x: number,
      y: number,
      k: number,
    ]
  ): void
  /** `factor` px of what is read to one, from (x, y) on. */
  reducePlane(
    ...args: [
      to: number,
      toStride: number,
      from: number,
      fromStride: number,
      count: number,
      rows: number,
      x: number,
      y: number,
      factor: number,
    ]
  ): void
  doubleRaster(...args: [to: number, from: number, ...Rect]): void
  doubleToBytes(...args: [to: number, from: number, ...Rect, split: number]): void
  runBegin(...args: [a: number, b: number, most: number, ...Rect]): void
  runAdd(
    ...args: [a: number, b: number, most: number, source: number, ...Rect, mode: number, opacity: number]
  ): void
  runApply(...args: [raster: number, a: number, b: number, most: number, ...Rect]): void
  isOpaque(...args: [raster: number, ...Rect]): number
  coverageBegin(at: number, width: number, height: number): void
  coverageLine(x0: number, y0: number, x1: number, y1: number): void
  coverageEnd(out: number, stride: number, evenOdd: number): void
  fillSolid(...args: [out: number, ...Rect, ...Cover, r: number, g: number, b: number, a: number]): void
  fillGradient(
    ...args: [
      out: number,
      ...Rect,
      ...Cover,
      table: number,
      radial: number,
      ...x: [a: number, b: number, c: number],
      ...y: [d: number, e: number, f: number],
      originX: number,
      originY: number,
      mapU: number,
      mapV: number,
      mapStride: number,
    ]
  ): void
  copyPicture(
    ...args: [out: number, ...Rect, source: number, width: number, x: number, y: number, opaque: number]
  ): void
  mapAffine(...args: [...Map, a: number, b: number, c: number, d: number, e: number, f: number]): void
  mapPerspective(
    ...args: [
      ...Map,
      a: number,
      b: number,
      c: number,
      d: number,
      e: number,
      f: number,
      g: number,
      h: number,
      i: number,
    ]
  ): void
  mapClear(...args: Map): void
  mapTriangle(...args: [...Map, ...Corner, ...Corner, ...Corner]): void
  sampleMapped(
    ...args: [
      out: number,
      ...Rect,
      u: number,
      v: number,
      mapStride: number,
      ...Cover,
      ...Source,
      patch: number,
      patchPixels: number,
    ]
  ): void
  sampleUpright(
    ...args: [
      out: number,
      ...Rect,
      ...Source,
      a: number,
      d: number,
      e: number,
      f: number,
      wideX: number,
      wideY: number,
      edgeRight: number,
      edgeLow: number,
      scratch: number,
      mostRows: number,
    ]
  ): void
  halve(to: number, from: number, width: number, height: number, format: number): void
  toBytes(...args: [to: number, toStride: number, from: number, ...Rect]): void
  shapeRect(...args: [raster: number, ...Rect, before: number, matrix: number, after: number]): void
  mapLight(...args: [raster: number, ...Rect, table: number]): void
  mapCube(...args: [raster: number, ...Rect, table: number, side: number]): void
  oklabRect(...args: [raster: number, ...Rect, settings: number]): void
  grainRect(
    ...args: [raster: number, ...Rect, ...Place, size: number, amount: number, colours: number, seed: number]
  ): void
  screenRect(
    ...args: [
      raster: number,
      ...Rect,
      ...Affine,
      table: number,
      lines: number,
      soft: number,
      own: number,
      r: number,
      g: number,
      b: number,
      paper: number,
    ]
  ): void
  wearRect(
    ...args: [
      raster: number,
      ...Rect,
      ...Place,
      size: number,
      amount: number,
      soft: number,
      edge: number,
      near: number,
      nearStride: number,
      seed: number,
    ]
  ): void
  pairShift(
    ...args: [
      to: number,
      from: number,
      stride: number,
      ...Part,
      x0: number,
      y0: number,
      x1: number,
      y1: number,
      most: number,
    ]
  ): void
  mapPlanes(
    ...args: [raster: number, ...Rect, from: number, fromPlane: number, fromStride: number, ...Affine]
  ): void
  weavePx(
    ...args: [
      to: number,
      toStride: number,
      from: number,
      plane: number,
      stride: number,
      count: number,
      rows: number,
    ]
  ): void
  partPx(
    ...args: [
      to: number,
      plane: number,
      stride: number,
      from: number,
      fromStride: number,
      count: number,
      rows: number,
    ]
  ): void
  convolve(
    ...args: [
      out: number,
      from: number,
      plane: number,
      stride: number,
      width: number,
      height: number,
      inputs: number,
      outputs: number,
      weights: number,
      biases: number,
      linear: number,
    ]
  ): void
  castRays(
    ...args: [
      to: number,
      from: number,
      stride: number,
      width: number,
      height: number,
      x: number,
      y: number,
      ways: number,
      spans: number,
      rays: number,
      first: number,
      count: number,
      across: number,
    ]
  ): void
  smearByRays(
    ...args: [
      px: number,
      ahead: number,
      stride: number,
      ...Part,
      sums: number,
      x: number,
      y: number,
      cos: number,
      sin: number,
      start: number,
      apart: number,
      rays: number,
      first: number,
      length: number,
      amount: number,
      across: number,
    ]
  ): void
  sharpenRect(
    ...args: [
      raster: number,
      ...Rect,
      soft: number,
      softPlane: number,
      softStride: number,
      amount: number,
      threshold: number,
    ]
  ): void
  squarePlane(...args: [to: number, from: number, stride: number, count: number, rows: number]): void
  guideLine(
    ...args: [mean: number, square: number, stride: number, count: number, rows: number, spared: number]
  ): void
  guideApply(
    ...args: [
      raster: number,
      stride: number,
      a: number,
      b: number,
      fromStride: number,
      count: number,
      rows: number,
    ]
  ): void
  dabWeigh(
    ...args: [
      from: number,
      plane: number,
      square: number,
      stride: number,
      count: number,
      rows: number,
      sharp: number,
    ]
  ): void
  dabRect(...args: [...Drawn, weights: number, ...Part, places: number]): void
  lightSquare(...args: [to: number, from: number, ...Rect]): void
  displaceRect(
    ...args: [
      ...Drawn,
      ...Part,
      map: number,
      mapPlane: number,
      mapStride: number,
      light: number,
      reachX: number,
      reachY: number,
      ...Place,
      seed: number,
    ]
  ): void
  mostPlane(
    ...args: [to: number, toStride: number, from: number, stride: number, count: number, rows: number]
  ): void
  straightenRect(...args: [raster: number, ...Rect]): void
  addRect(...args: [to: number, from: number, ...Rect]): void
  clipRect(...args: [raster: number, ...Rect, edge: number, slope: number]): void
}
