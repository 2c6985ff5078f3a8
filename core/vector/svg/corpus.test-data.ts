/**
 * Small files for what SVG has, written from the sections of *Scalable Vector Graphics 2*, *CSS Masking 1* and *CSS
 * Transforms 1* that each is filed under; every file is drawn on 120 × 120 px.
 */
const RECT = '<rect x="20" y="30" width="80" height="60"'
const STAR = 'M60 8L73 45L112 46L81 70L92 108L60 86L28 108L39 70L8 46L47 45Z'
const LINEAR = (
  attributes: string,
  stops = '<stop offset="0" stop-color="#c2412a"/><stop offset="1" stop-color="#3a55c9"/>',
) => `<linearGradient id="g" ${attributes}>${stops}</linearGradient>`
const RADIAL = (
  attributes: string,
  stops = '<stop offset="0" stop-color="#f8ecd2"/><stop offset="0.6" stop-color="#c2412a"/><stop offset="1" stop-color="#16244a"/>',
) => `<radialGradient id="g" ${attributes}>${stops}</radialGradient>`
const on = (defs: string, shape = `${RECT} fill="url(#g)"/>`) => `<defs>${defs}</defs>${shape}`
const each = <T>(
  list: readonly T[],
  name: (v: T) => string,
  make: (v: T) => string,
): Record<string, string> => Object.fromEntries(list.map((v) => [name(v), make(v)]))

const shapes: Record<string, string> = {
  rect: `${RECT}/>`,
  'rect rx': `${RECT} rx="16"/>`,
  'rect ry': `${RECT} ry="12"/>`,
  'rect rx ry': `${RECT} rx="30" ry="10"/>`,
  'rect rx too large': `${RECT} rx="100" ry="8"/>`,
  'rect in percent': '<rect x="10%" y="20%" width="50%" height="40%"/>',
  'rect without height': '<rect x="10" y="10" width="40"/><circle cx="60" cy="60" r="9"/>',
  circle: '<circle cx="60" cy="60" r="44"/>',
  'circle in percent': '<circle cx="50%" cy="50%" r="30%"/>',
  ellipse: '<ellipse cx="60" cy="60" rx="50" ry="24"/>',
  'ellipse rx alone': '<ellipse cx="60" cy="60" rx="36"/>',
  line: '<line x1="10" y1="20" x2="110" y2="90" stroke="#000" stroke-width="7"/>',
  'line in mm': '<line x1="2mm" y1="5mm" x2="28mm" y2="20mm" stroke="#000" stroke-width="1.5mm"/>',
  polyline: '<polyline points="10,100 40,20 70,90 105,15" fill="none" stroke="#222" stroke-width="6"/>',
  'polyline filled': '<polyline points="10,100 40,20 70,90 105,15" fill="#47743a"/>',
  polygon: '<polygon points="60 10 110 100 10 100"/>',
  'polygon odd numbers': '<polygon points="60 10 110 100 10 100 50"/>',
  'path lines': `<path d="${STAR}"/>`,
  'path relative': '<path d="m20 20h80v30h-30v50h-20v-50h-30z"/>',
  'path cubic': '<path d="M10 60C10 0 110 0 110 60S40 130 10 60Z"/>',
  'path quadratic': '<path d="M10 90Q60 -30 110 90T60 110Z"/>',
  'path smooth relative':
    '<path d="m10 60c20-60 40-60 50 0s30 60 50 0" fill="none" stroke="#000" stroke-width="5"/>',
  'path arc large': '<path d="M30 60A35 35 0 1 1 60 95Z"/>',
  'path arc small turned': '<path d="M20 70A50 25 30 0 1 100 50L60 110Z"/>',
  'path arc flags together': '<path d="M30 60a35 35 0 1160 0z"/>',
  'path arc too small': '<path d="M10 60A5 5 0 0 1 110 60Z"/>',
  'path several': '<path d="M10 10H60V60H10ZM70 70H110V110H70Z"/>',
  'path unclosed filled': '<path d="M20 20L100 30L60 100"/>',
  'path exponents': '<path d="M1e1 1E1L1.1e2 20L60,1.05e+2Z"/>',
  'path without spaces': '<path d="M.5.5L110.5-0.5L60.5.5e2z" transform="translate(0 30)"/>',
}
const fills: Record<string, string> = {
  ...each(
    [
      'red',
      '#0f0',
      '#3a55c9',
      'rgb(20, 120, 200)',
      'rgb(10%, 60%, 30%)',
      'rgba(200,30,40,0.5)',
      'hsl(200, 60%, 40%)',
      'rebeccapurple',
      'none',
    ],
    (c) => `fill ${c}`,
    (c) => `${RECT} fill="${c}"/><circle cx="60" cy="60" r="8" fill="#888"/>`,
  ),
  currentColor: `<g color="#c2412a">${RECT} fill="currentColor"/></g>`,
  'fill inherited': `<g fill="#47743a">${RECT}/><g fill="inherit"><circle cx="60" cy="60" r="20" stroke="#fff" stroke-width="4"/></g></g>`,
  'fill-opacity': `${RECT} fill="#c2412a" fill-opacity="0.4"/>`,
  'fill-opacity percent': `${RECT} fill="#c2412a" fill-opacity="40%"/>`,
  'fill-rule evenodd': '<path fill-rule="evenodd" d="M10 10H110V110H10ZM30 30H90V90H30Z"/>',
  'fill-rule nonzero same way': '<path d="M10 10H110V110H10ZM30 30H90V90H30Z"/>',
  'fill-rule nonzero other way': '<path d="M10 10H110V110H10ZM30 30V90H90V30Z"/>',
  'fill-rule inherited': '<g fill-rule="evenodd"><path d="M10 10H110V110H10ZM30 30H90V90H30Z"/></g>',
  'style attribute wins': `${RECT} fill="red" style="fill:#3a55c9"/>`,
  'class rule': `<style>.a{fill:#47743a}</style>${RECT} class="a"/>`,
  'id over class': `<style>.a{fill:#47743a} #b{fill:#c2412a}</style>${RECT} class="a" id="b"/>`,
  'tag rule': `<style>rect{fill:#8a3f7c;stroke:#000;stroke-width:3}</style>${RECT}/>`,
  'several selectors and a comment': `<style>/* a */ .x, .y { fill : #e3a63a ; }</style>${RECT} class="y"/>`,
  'two classes': `<style>.a{fill:#47743a}.a.b{fill:#3a55c9}</style>${RECT} class="a b"/>`,
  'rule over attribute': `<style>.a{fill:#47743a}</style>${RECT} class="a" fill="red"/>`,
  'display none': `${RECT} display="none"/><circle cx="60" cy="60" r="20"/>`,
  'visibility hidden, shown again': `<g visibility="hidden">${RECT}/><circle cx="60" cy="60" r="20" visibility="visible"/></g>`,
}
const strokes: Record<string, string> = {
  ...each(
    ['butt', 'round', 'square'],
    (c) => `cap ${c}`,
    (c) => `<path d="M30 40H90M30 80H90" stroke="#000" stroke-width="16" stroke-linecap="${c}"/>`,
  ),
  ...each(
    ['miter', 'round', 'bevel'],
    (j) => `join ${j}`,
    (j) =>
      `<path d="M20 95L60 25L100 95" fill="none" stroke="#000" stroke-width="16" stroke-linejoin="${j}"/>`,
  ),
  'miter cut at its limit': '<path d="M50 110L60 20L70 110" fill="none" stroke="#000" stroke-width="9"/>',
  'stroke-opacity over fill': `${RECT} fill="#e3a63a" stroke="#3a55c9" stroke-width="14" stroke-opacity="0.5"/>`,
  'stroke in percent': `${RECT} fill="none" stroke="#000" stroke-width="5%"/>`,
  'stroke beneath fill': `${RECT} fill="#e3a63a" stroke="#3a55c9" stroke-width="14" paint-order="stroke"/>`,
  'stroke of none': `${RECT} stroke="#000" stroke-width="0"/>`,
  ...each(
    ['12 6', '20', '16 5 3 5', '10,4,2', 'none', '0 12'],
    (d) => `dash ${d}`,
    (d) =>
      `<path d="M10 30H110M10 60H110M10 90C40 40 80 130 110 90" fill="none" stroke="#000" stroke-width="5" stroke-dasharray="${d}"${d === '0 12' ? ' stroke-linecap="round"' : ''}/>`,
  ),
  ...each(
    [6, 15, -9, 100],
    (o) => `dash offset ${o}`,
    (o) =>
      `<path d="M10 30H110M10 70H110" fill="none" stroke="#000" stroke-width="6" stroke-dasharray="18 9" stroke-dashoffset="${o}"/>`,
  ),
  'dash around a rect': `${RECT} fill="none" stroke="#000" stroke-width="6" stroke-dasharray="15 8"/>`,
  'stroke scaled evenly': `<g transform="scale(2)"><path d="M10 15H50V45" fill="none" stroke="#000" stroke-width="5"/></g>`,
  'stroke scaled unevenly': `<g transform="scale(2.4 0.8)"><circle cx="25" cy="70" r="18" fill="none" stroke="#000" stroke-width="6"/></g>`,
  'stroke skewed': `<g transform="translate(-30 0) skewX(30)">${RECT} fill="none" stroke="#000" stroke-width="8"/></g>`,
  'stroke dashed and skewed': `<g transform="translate(-20 0) skewX(20)">${RECT} fill="none" stroke="#000" stroke-width="6" stroke-dasharray="14 6"/></g>`,
}
const transforms: Record<string, string> = each(
  [
    'translate(12)',
    'translate(10 -15)',
    'scale(0.5)',
    'scale(1.2 0.6)',
    'rotate(30)',
    'rotate(30 60 60)',
    'rotate(-90,60,60)',
    'skewX(20)',
    'skewY(-15)',
    'matrix(0.8 0.2 -0.3 0.9 20 5)',
    'translate(60 60) rotate(20) translate(-60 -60)',
    'scale(-1 1) translate(-120 0)',
    'translate(10,10)scale(.7)rotate(10)',
  ],
  (t) => `transform ${t}`,
  (t) => `<path d="${STAR}" fill="#c2412a" transform="${t}"/>`,
)
const structure: Record<string, string> = {
  'group opacity over overlaps': `<g opacity="0.5"><rect x="20" y="20" width="60" height="60" fill="#c2412a"/><rect x="45" y="45" width="60" height="60" fill="#3a55c9"/></g>`,
  'opacity of fill and stroke together': `${RECT} fill="#e3a63a" stroke="#3a55c9" stroke-width="20" opacity="0.5"/>`,
  'opacity in opacity': `<g opacity="0.6"><g opacity="0.5">${RECT}/><circle cx="60" cy="60" r="40" fill="#c2412a"/></g></g>`,
  use: '<defs><circle id="c" r="14"/></defs><use href="#c" x="30" y="40"/><use href="#c" x="80" y="80" fill="#c2412a"/>',
  'use xlink':
    '<defs><rect id="c" width="30" height="20"/></defs><use xmlns:xlink="http://www.w3.org/1999/xlink" xlink:href="#c" x="30" y="40" transform="rotate(20 60 60)"/>',
  'use of a group':
    '<defs><g id="c" fill="#47743a"><rect width="30" height="20"/><circle cx="30" cy="20" r="8" fill="#e3a63a"/></g></defs><use href="#c" x="10" y="10"/><use href="#c" x="60" y="60" opacity="0.5"/>',
  'use of a use':
    '<defs><rect id="a" width="20" height="20"/><use id="b" href="#a" x="25"/></defs><use href="#b" y="30"/><use href="#b" y="70" x="30"/>',
  symbol:
    '<symbol id="s" viewBox="0 0 10 10"><path d="M0 0H10V10Z"/></symbol><use href="#s" x="10" y="10" width="60" height="60"/><use href="#s" x="60" y="70" width="50" height="30"/>',
  'symbol cut at its frame':
    '<symbol id="s" viewBox="0 0 10 10"><circle cx="10" cy="5" r="6" fill="#c2412a"/></symbol><use href="#s" x="10" y="10" width="80" height="80"/>',
  'symbol seen beyond':
    '<symbol id="s" viewBox="0 0 10 10" overflow="visible"><circle cx="10" cy="5" r="6" fill="#c2412a"/></symbol><use href="#s" x="10" y="20" width="60" height="60"/>',
  'svg in svg':
    '<svg x="20" y="20" width="60" height="80" viewBox="0 0 100 100"><circle cx="50" cy="50" r="50"/></svg>',
  'svg in svg, slice':
    '<svg x="20" y="20" width="60" height="80" viewBox="0 0 100 100" preserveAspectRatio="xMinYMin slice"><circle cx="50" cy="50" r="50"/></svg>',
  'svg in svg, none':
    '<svg x="20" y="20" width="60" height="80" viewBox="0 0 100 100" preserveAspectRatio="none"><circle cx="50" cy="50" r="50"/></svg>',
  'svg in svg, xMaxYMax':
    '<svg x="10" y="10" width="100" height="50" viewBox="0 0 50 50" preserveAspectRatio="xMaxYMax meet"><rect width="50" height="50" fill="#3a55c9"/></svg>',
  switch: `<switch><g requiredExtensions="x">${RECT} fill="red"/></g><g>${RECT} fill="#47743a"/></g></switch>`,
  'a link': `<a href="#x">${RECT} fill="#3a55c9"/></a>`,
  'defs paint nothing': `<defs>${RECT}/></defs><circle cx="60" cy="60" r="10"/>`,
  'nested transforms': `<g transform="translate(60 60)"><g transform="rotate(45)"><g transform="scale(0.6)"><path transform="translate(-60 -60)" d="${STAR}"/></g></g></g>`,
  'title and desc': `<title>x</title><desc>y</desc>${RECT}/>`,
}
const linear: Record<string, string> = {
  linear: on(LINEAR('')),
  'linear down': on(LINEAR('x1="0" y1="0" x2="0" y2="1"')),
  'linear aslant': on(LINEAR('x1="0" y1="0" x2="1" y2="1"')),
  'linear in percent': on(LINEAR('x1="20%" x2="80%"')),
  'linear in user units': on(LINEAR('gradientUnits="userSpaceOnUse" x1="30" y1="30" x2="90" y2="80"')),
  'linear turned': on(LINEAR('gradientTransform="rotate(30)"')),
  'linear turned in user units': on(
    LINEAR('gradientUnits="userSpaceOnUse" x1="20" x2="100" gradientTransform="rotate(40 60 60)"'),
  ),
  'linear repeat': on(LINEAR('x1="0.3" x2="0.5" spreadMethod="repeat"')),
  'linear reflect': on(LINEAR('x1="0.3" x2="0.5" spreadMethod="reflect"')),
  'linear pad': on(LINEAR('x1="0.4" x2="0.6"')),
  'linear three stops': on(
    LINEAR(
      '',
      '<stop offset="0" stop-color="#fff"/><stop offset="30%" stop-color="#c2412a"/><stop offset="1" stop-color="#000"/>',
    ),
  ),
  'linear hard stop': on(
    LINEAR('', '<stop offset="0.5" stop-color="#e3a63a"/><stop offset="0.5" stop-color="#16244a"/>'),
  ),
  'linear stops out of order': on(
    LINEAR(
      '',
      '<stop offset="0.6" stop-color="#e3a63a"/><stop offset="0.3" stop-color="#16244a"/><stop offset="1" stop-color="#fff"/>',
    ),
  ),
  'linear one stop': on(LINEAR('', '<stop offset="0.5" stop-color="#e3a63a"/>')),
  'linear stop-opacity': on(
    LINEAR(
      '',
      '<stop offset="0" stop-color="#c2412a"/><stop offset="1" stop-color="#c2412a" stop-opacity="0"/>',
    ),
  ),
  'linear stop by style': on(
    LINEAR('', '<stop offset="0" style="stop-color:#47743a"/><stop offset="1" style="stop-color:#fff"/>'),
  ),
  'linear of another': on(
    `<linearGradient id="a"><stop offset="0" stop-color="#c2412a"/><stop offset="1" stop-color="#fff"/></linearGradient><linearGradient id="g" href="#a" x1="1" x2="0"/>`,
  ),
  'linear on a stroke': on(LINEAR(''), `${RECT} fill="none" stroke="url(#g)" stroke-width="16"/>`),
  'linear of no length': on(LINEAR('x1="0.5" x2="0.5" y1="0" y2="0"')),
  'linear under a transform': on(
    LINEAR('x1="0" y1="0" x2="0" y2="1"'),
    `<g transform="rotate(30 60 60)">${RECT} fill="url(#g)"/></g>`,
  ),
  'linear with fill-opacity': on(LINEAR(''), `${RECT} fill="url(#g)" fill-opacity="0.5"/>`),
  'missing gradient, fallback': `${RECT} fill="url(#none) #47743a"/>`,
}
const radial: Record<string, string> = {
  radial: on(RADIAL('')),
  'radial moved': on(RADIAL('cx="0.3" cy="0.4" r="0.4"')),
  'radial in user units': on(RADIAL('gradientUnits="userSpaceOnUse" cx="60" cy="60" r="40"')),
  'radial turned into an ellipse': on(
    RADIAL(
      'gradientUnits="userSpaceOnUse" cx="0" cy="0" r="1" gradientTransform="matrix(40 10 -5 20 60 60)"',
    ),
  ),
  'radial repeat': on(RADIAL('r="0.2" spreadMethod="repeat"')),
  'radial reflect': on(RADIAL('r="0.2" spreadMethod="reflect"')),
  'radial of a linear’s stops': on(
    '<linearGradient id="a"><stop offset="0" stop-color="#fff"/><stop offset="1" stop-color="#c2412a"/></linearGradient><radialGradient id="g" href="#a"/>',
  ),
  'radial fading out': on(
    RADIAL(
      '',
      '<stop offset="0" stop-color="#16244a"/><stop offset="1" stop-color="#16244a" stop-opacity="0"/>',
    ),
  ),
  'radial on text-like path': on(RADIAL(''), `<path d="${STAR}" fill="url(#g)"/>`),
}
const clips: Record<string, string> = {
  clip: `<clipPath id="c"><circle cx="60" cy="60" r="36"/></clipPath>${RECT} clip-path="url(#c)"/>`,
  'clip by two': `<clipPath id="c"><circle cx="40" cy="60" r="26"/><circle cx="80" cy="60" r="26"/></clipPath>${RECT} clip-path="url(#c)"/>`,
  'clip in fractions': `<clipPath id="c" clipPathUnits="objectBoundingBox"><circle cx="0.5" cy="0.5" r="0.5"/></clipPath>${RECT} clip-path="url(#c)"/>`,
  'clip turned': `<clipPath id="c" transform="rotate(30 60 60)"><rect x="40" y="10" width="40" height="100"/></clipPath><rect width="120" height="120" fill="#c2412a" clip-path="url(#c)"/>`,
  'clip-rule evenodd': `<clipPath id="c"><path clip-rule="evenodd" d="M10 10H110V110H10ZM30 30H90V90H30Z"/></clipPath><rect width="120" height="120" fill="#3a55c9" clip-path="url(#c)"/>`,
  'clip of a group': `<clipPath id="c"><circle cx="60" cy="60" r="36"/></clipPath><g clip-path="url(#c)">${RECT} fill="#c2412a"/><rect width="60" height="60" fill="#3a55c9"/></g>`,
  'clip of a clip': `<clipPath id="b"><rect x="0" y="0" width="60" height="120"/></clipPath><clipPath id="c" clip-path="url(#b)"><circle cx="60" cy="60" r="40"/></clipPath><rect width="120" height="120" clip-path="url(#c)"/>`,
  'clip by a use': `<defs><circle id="s" cx="60" cy="60" r="30"/></defs><clipPath id="c"><use href="#s"/></clipPath><rect width="120" height="120" fill="#47743a" clip-path="url(#c)"/>`,
  'clip in clip, nested groups': `<clipPath id="a"><rect x="10" y="10" width="100" height="50"/></clipPath><clipPath id="b"><circle cx="60" cy="60" r="45"/></clipPath><g clip-path="url(#a)"><g clip-path="url(#b)"><rect width="120" height="120" fill="#8a3f7c"/></g></g>`,
  'clip under a transform': `<clipPath id="c"><circle cx="60" cy="60" r="36"/></clipPath><g transform="translate(20 0) scale(0.8)">${RECT} clip-path="url(#c)"/></g>`,
  'clip by nothing': `<clipPath id="c"></clipPath><rect width="120" height="120" clip-path="url(#c)"/><circle cx="10" cy="10" r="5"/>`,
  'clip with opacity': `<clipPath id="c"><circle cx="60" cy="60" r="36"/></clipPath><g clip-path="url(#c)" opacity="0.5">${RECT}/><rect width="60" height="60" fill="#c2412a"/></g>`,
  'clip by style': `<style>.k{clip-path:url(#c)}</style><clipPath id="c"><circle cx="60" cy="60" r="36"/></clipPath>${RECT} class="k"/>`,
}
const masks: Record<string, string> = {
  'mask white on black': `<mask id="m"><rect width="120" height="120" fill="#000"/><circle cx="60" cy="60" r="36" fill="#fff"/></mask>${RECT} mask="url(#m)"/>`,
  'mask grey': `<mask id="m"><rect width="120" height="120" fill="#888"/></mask>${RECT} mask="url(#m)"/>`,
  'mask coloured': `<mask id="m"><rect width="60" height="120" fill="#f00"/><rect x="60" width="60" height="120" fill="#0f0"/></mask><rect width="120" height="120" mask="url(#m)"/>`,
  'mask gradient': `<linearGradient id="g"><stop offset="0" stop-color="#000"/><stop offset="1" stop-color="#fff"/></linearGradient><mask id="m"><rect width="120" height="120" fill="url(#g)"/></mask>${RECT} fill="#c2412a" mask="url(#m)"/>`,
  'mask by alpha': `<mask id="m" mask-type="alpha"><circle cx="60" cy="60" r="36" fill="#000" fill-opacity="0.6"/></mask>${RECT} mask="url(#m)"/>`,
  'mask in fractions': `<mask id="m" maskContentUnits="objectBoundingBox"><circle cx="0.5" cy="0.5" r="0.5" fill="#fff"/></mask>${RECT} mask="url(#m)"/>`,
  'mask region': `<mask id="m" maskUnits="userSpaceOnUse" x="30" y="40" width="40" height="30"><rect width="120" height="120" fill="#fff"/></mask>${RECT} mask="url(#m)"/>`,
  'mask of a group': `<mask id="m"><circle cx="60" cy="60" r="40" fill="#fff"/></mask><g mask="url(#m)">${RECT} fill="#c2412a"/><rect width="60" height="60" fill="#3a55c9"/></g>`,
  'mask with a hole': `<mask id="m"><rect width="120" height="120" fill="#fff"/><circle cx="60" cy="60" r="20"/></mask>${RECT} mask="url(#m)"/>`,
  'mask and clip': `<clipPath id="c"><rect x="20" y="20" width="50" height="90"/></clipPath><mask id="m"><circle cx="60" cy="60" r="36" fill="#fff"/></mask>${RECT} clip-path="url(#c)" mask="url(#m)"/>`,
}
const patterns: Record<string, string> = {
  pattern: on(
    '<pattern id="g" width="20" height="20" patternUnits="userSpaceOnUse"><circle cx="10" cy="10" r="6" fill="#c2412a"/></pattern>',
  ),
  'pattern in fractions': on(
    '<pattern id="g" width="0.25" height="0.25"><circle cx="8" cy="6" r="5"/></pattern>',
  ),
  'pattern turned': on(
    '<pattern id="g" width="16" height="16" patternUnits="userSpaceOnUse" patternTransform="rotate(30)"><rect width="8" height="16" fill="#3a55c9"/></pattern>',
  ),
  'pattern moved': on(
    '<pattern id="g" x="7" y="3" width="20" height="20" patternUnits="userSpaceOnUse"><rect width="10" height="10" fill="#47743a"/></pattern>',
  ),
  'pattern with a view box': on(
    '<pattern id="g" width="24" height="24" viewBox="0 0 10 10" patternUnits="userSpaceOnUse"><path d="M0 0L10 10L0 10Z" fill="#8a3f7c"/></pattern>',
  ),
  'pattern cut at its tile': on(
    '<pattern id="g" width="20" height="20" patternUnits="userSpaceOnUse"><circle cx="20" cy="10" r="8" fill="#c2412a"/></pattern>',
  ),
  'pattern of another': on(
    '<pattern id="a" width="20" height="20" patternUnits="userSpaceOnUse"><circle cx="10" cy="10" r="6"/></pattern><pattern id="g" href="#a" patternTransform="scale(0.6)"/>',
  ),
  'pattern content in fractions': on(
    '<pattern id="g" width="0.5" height="0.5" patternContentUnits="objectBoundingBox"><circle cx="0.25" cy="0.25" r="0.2" fill="#3a55c9"/></pattern>',
  ),
  'pattern with opacity': on(
    '<pattern id="g" width="20" height="20" patternUnits="userSpaceOnUse"><rect width="12" height="12"/></pattern>',
    `${RECT} fill="url(#g)" fill-opacity="0.5"/>`,
  ),
}
const blends: Record<string, string> = each(
  ['multiply', 'screen', 'overlay', 'difference'],
  (b) => `blend ${b}`,
  (b) =>
    `<rect width="120" height="120" fill="#d2b48c"/><circle cx="60" cy="60" r="40" fill="#3a55c9" style="mix-blend-mode:${b}"/>`,
)

/** By chapter: shapes, painting, strokes, transforms, structure, gradients, clips, masks, patterns, blending. */
export const corpus: Record<string, Record<string, string>> = {
  shapes,
  fills,
  strokes,
  transforms,
  structure,
  linear,
  radial,
  clips,
  masks,
  patterns,
  blends,
}
export const fileOf = (inside: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 120 120" width="120" height="120">${inside}</svg>`
