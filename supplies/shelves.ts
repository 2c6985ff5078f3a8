/** How a thing is drawn: like a photo, in flat colour, in lines, or as soft light and dark. */
export const MANNERS = ['lifelike', 'flat', 'line', 'soft'] as const
export type Manner = (typeof MANNERS)[number]

/** Kinds as people think of them, each told by words that its things are found by. */
export const SHELVES = {
  people: { label: 'People', words: ['person', 'people', 'gesture', 'face', 'mood'] },
  nature: {
    label: 'Nature',
    words: [
      'flower',
      'flowers',
      'leaf',
      'leaves',
      'plant',
      'branch',
      'sprig',
      'grass',
      'tree',
      'sky',
      'cloud',
      'sea',
      'hills',
      'mountains',
      'snow',
      'weather',
      'foliage',
    ],
  },
  food: { label: 'Food', words: ['food', 'fruit', 'bread', 'coffee', 'tea', 'soup', 'cake', 'wine', 'menu'] },
  home: {
    label: 'Home and studio',
    words: [
      'vase',
      'pitcher',
      'bowl',
      'cup',
      'jar',
      'pot',
      'pottery',
      'chair',
      'sofa',
      'lamp',
      'book',
      'room',
      'table',
      'tools',
    ],
  },
  frames: {
    label: 'Frames and devices',
    words: ['frame', 'device', 'window', 'screen', 'phone', 'tablet', 'laptop', 'border', 'corner'],
  },
  arrows: {
    label: 'Arrows and marks',
    words: ['arrow', 'mark', 'question', 'exclamation', 'underline', 'rule', 'burst', 'sparkle', 'star'],
  },
  labels: {
    label: 'Labels and speech',
    words: ['badge', 'label', 'seal', 'tag', 'ribbon', 'speech', 'stamp', 'banner'],
  },
  paper: { label: 'Paper and tape', words: ['paper', 'tape', 'pin', 'clip', 'note', 'cloth', 'torn'] },
  paint: {
    label: 'Strokes and shapes',
    words: ['stroke', 'splash', 'paint', 'blob', 'brush', 'dots', 'rays', 'shape'],
  },
  ornament: {
    label: 'Ornaments',
    words: ['ornament', 'garland', 'bunting', 'rosette', 'flourish', 'pattern'],
  },
  light: {
    label: 'Light and shadow',
    words: [
      'light',
      'lights',
      'lamp',
      'candle',
      'lantern',
      'bokeh',
      'glow',
      'shadow',
      'leak',
      'smoke',
      'mist',
      'glitter',
      'sparks',
      'dust',
    ],
  },
  party: {
    label: 'Party and music',
    words: ['party', 'birthday', 'balloon', 'gift', 'gifts', 'confetti', 'music', 'firework', 'celebration'],
  },
  travel: {
    label: 'Travel and sport',
    words: ['travel', 'sport', 'boat', 'aeroplane', 'bicycle', 'suitcase', 'skyline', 'holiday'],
  },
} as const satisfies Record<string, { label: string; words: readonly string[] }>
export type Shelf = keyof typeof SHELVES
export const SHELF_IDS = Object.keys(SHELVES) as Shelf[]

/** What designs are made for, and the words of what suits them. */
export const OCCASIONS = {
  birthday: {
    label: 'Birthday',
    words: ['birthday', 'party', 'balloon', 'cake', 'gift', 'confetti', 'garland', 'cheer'],
  },
  wedding: {
    label: 'Wedding',
    words: ['wedding', 'invitation', 'rose', 'peony', 'love', 'heart', 'lace', 'blossom', 'gold', 'bouquet'],
  },
  festival: {
    label: 'Festival',
    words: ['festival', 'music', 'dance', 'concert', 'bunting', 'sunburst', 'drum', 'record'],
  },
  sale: { label: 'Sale', words: ['sale', 'offer', 'price', 'badge', 'burst', 'shop', 'shopping', 'tag'] },
  spring: { label: 'Spring', words: ['spring', 'tulip', 'blossom', 'daisy', 'flower', 'mother', 'green'] },
  summer: {
    label: 'Summer',
    words: ['summer', 'sea', 'sun', 'palm', 'lemon', 'waves', 'boat', 'holiday', 'sunflower'],
  },
  autumn: {
    label: 'Autumn',
    words: ['autumn', 'rust', 'harvest', 'pear', 'grapes', 'rain', 'leaves', 'mist'],
  },
  winter: {
    label: 'Winter',
    words: ['winter', 'snow', 'christmas', 'fir', 'candle', 'festive', 'night', 'star', 'lantern'],
  },
  newyear: {
    label: 'New Year',
    words: ['firework', 'glitter', 'gold', 'sparkle', 'celebration', 'confetti', 'figure', 'gala', 'night'],
  },
  travel: {
    label: 'Journey',
    words: [
      'travel',
      'suitcase',
      'aeroplane',
      'boat',
      'mountains',
      'sea',
      'coast',
      'compass',
      'skyline',
      'bicycle',
    ],
  },
  cafe: {
    label: 'Café and menu',
    words: ['coffee', 'tea', 'bread', 'menu', 'bakery', 'breakfast', 'restaurant', 'soup', 'wine', 'cup'],
  },
  workshop: {
    label: 'Workshop',
    words: ['workshop', 'pottery', 'clay', 'tools', 'craft', 'wheel', 'studio', 'brush', 'paint'],
  },
  hiring: {
    label: 'Hiring',
    words: ['hiring', 'work', 'office', 'laptop', 'desk', 'screen', 'hello', 'speech', 'pointing'],
  },
  thanks: {
    label: 'Thank you and love',
    words: ['love', 'heart', 'thanks', 'rose', 'flowers', 'gift', 'letter', 'hello', 'friend'],
  },
} as const satisfies Record<string, { label: string; words: readonly string[] }>
export type Occasion = keyof typeof OCCASIONS
export const OCCASION_IDS = Object.keys(OCCASIONS) as Occasion[]

/** How many of some words a thing is found by; its plural counts too. */
export const sharedWords = (own: ReadonlySet<string>, words: readonly string[]): number =>
  words.reduce((n, w) => n + Number(own.has(w) || own.has(`${w}s`)), 0)
