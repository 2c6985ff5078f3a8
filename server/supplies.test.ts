import sharp from 'sharp'
import { beforeAll, describe, expect, it } from 'vitest'
import { loadSupplies } from '../host/supplies'
import { creditsOf } from './credits'
import { store } from './database'
import { seedSupplies } from './seed'
import { addUpload, describeOwn, forgetOwn, searchSupplies } from './supplies'
import { openTemporaryStore } from './temporary-store.test-data'

openTemporaryStore()
beforeAll(async () => {
  await seedSupplies(await loadSupplies())
}, 120_000)

/** What people type, and one of the things that must be among the first eight. */
const QUESTIONS: readonly (readonly [question: string, id: string])[] = [
  ['balloon', 'balloon-red'],
  ['white balloon', 'balloon-white'],
  ['pink rose', 'rose-pink'],
  ['purple tulip', 'tulip-violet'],
  ['blue sofa', 'sofa-blue'],
  ['black chair', 'chair-black'],
  ['silver medal', 'medal-silver'],
  ['gold bow', 'satin-bow-gold'],
  ['reading corner with a plant', 'reading-corner'],
  ['balloons', 'bunch-of-balloons'],
  ['birthday cake', 'birthday-cake'],
  ['cake with candles', 'birthday-cake'],
  ['gift box', 'gift-kraft'],
  ['present', 'stack-of-gifts'],
  ['confetti', 'confetti-strewn'],
  ['party hat', 'party-hat'],
  ['number 5', 'balloon-figure-5'],
  ['figure seven', 'balloon-figure-7'],
  ['bow', 'satin-bow'],
  ['ribbon', 'flat-ribbon'],
  ['medal', 'medal'],
  ['trophy', 'sign-cup-of-victory'],
  ['winner prize', 'badge-rosette'],
  ['rose', 'garden-rose'],
  ['bouquet', 'bunch-of-roses'],
  ['bunch of roses', 'bunch-of-roses'],
  ['tulips', 'bunch-of-tulips'],
  ['sunflower', 'sunflower'],
  ['daisy', 'daisy'],
  ['poppy', 'poppy'],
  ['lavender', 'lavender'],
  ['cherry blossom', 'blossom-branch'],
  ['wild flowers', 'bunch-of-wild-flowers'],
  ['peonies', 'bunch-of-peonies'],
  ['lily', 'lily'],
  ['autumn leaf', 'maple-like-leaf'],
  ['falling leaves', 'falling-leaves'],
  ['palm leaf', 'palm-leaf'],
  ['fern', 'fern-frond'],
  ['potted plant', 'potted-plant'],
  ['apple', 'apple'],
  ['lemon', 'lemons'],
  ['grapes', 'grapes'],
  ['cherries', 'cherries'],
  ['pear', 'pear'],
  ['orange fruit', 'orange'],
  ['bread', 'loaf-of-bread'],
  ['coffee', 'cup-of-coffee'],
  ['wine', 'wine-glass'],
  ['glass of water', 'glass-of-water'],
  ['candle', 'pillar-candles'],
  ['lantern', 'storm-lantern'],
  ['paper lantern', 'paper-lantern'],
  ['table lamp', 'table-lamp'],
  ['string of lights', 'string-of-lights'],
  ['chair', 'chair'],
  ['sofa', 'sofa'],
  ['books', 'books'],
  ['open book', 'open-book'],
  ['bicycle', 'bicycle'],
  ['bike', 'bicycle'],
  ['suitcase', 'suitcase'],
  ['plane', 'aeroplane'],
  ['sailing boat', 'sailing-boat'],
  ['cloud', 'cloud-heap'],
  ['phone', 'phone-upright'],
  ['mobile', 'phone-upright'],
  ['tablet', 'tablet-upright'],
  ['laptop', 'laptop-open'],
  ['computer screen', 'screen-on-stand'],
  ['mock-up', 'poster-hanger'],
  ['picture frame', 'frame-oak'],
  ['gold frame', 'frame-gold'],
  ['oval frame', 'frame-oval'],
  ['window', 'window-with-panes'],
  ['round window', 'window-round'],
  ['open window', 'window-wide-open'],
  ['dancing people', 'dancer-turning'],
  ['dancer', 'dancer-leaping'],
  ['people cheering', 'cheering-both-arms'],
  ['running', 'running'],
  ['child', 'child-cheering'],
  ['grandmother', 'elder-cheering'],
  ['person reading', 'sitting-reading'],
  ['potter', 'sitting-at-the-wheel'],
  ['waiter', 'serving-a-tray'],
  ['yoga', 'sitting-cross-legged'],
  ['thumbs up', 'hand-thumb-up'],
  ['pointing hand', 'hand-pointing'],
  ['peace', 'hand-two-fingers'],
  ['fist', 'hand-fist'],
  ['good luck', 'hand-crossed-fingers'],
  ['smile', 'face-smiling'],
  ['laugh', 'face-laughing'],
  ['in love', 'face-in-love'],
  ['sad', 'face-sad'],
  ['angry', 'face-cross'],
  ['surprised', 'face-surprised'],
  ['wink', 'face-winking'],
  ['sunglasses', 'face-with-glasses'],
  ['thinking', 'face-thinking'],
  ['mandala', 'ornament-daisy'],
  ['bunting', 'bunting-squares'],
  ['garland of hearts', 'garland-hearts'],
  ['tassels', 'garland-tassels'],
  ['fir', 'garland-fir'],
  ['border', 'border-dots'],
  ['leaf border', 'border-leaves'],
  ['rope', 'border-rope'],
  ['corner', 'corner-sprig'],
  ['lace', 'border-scallops'],
  ['arrow', 'arrow-bold-on'],
  ['curved arrow', 'curl-arrow'],
  ['dotted arrow', 'arrow-dotted-on'],
  ['brush arrow', 'arrow-brushed-on'],
  ['speech bubble', 'speech-box'],
  ['thought bubble', 'thought-cloud'],
  ['quotation marks', 'speech-quote'],
  ['shout', 'speech-shout'],
  ['badge', 'burst-badge'],
  ['wax seal', 'seal-wax'],
  ['price tag', 'tag-price'],
  ['stamp', 'stamp-post'],
  ['laurel', 'badge-laurel'],
  ['shield', 'badge-shield'],
  ['location pin', 'pin-map'],
  ['brush stroke', 'stroke-broad'],
  ['underline', 'stroke-underline'],
  ['splash', 'splash-round'],
  ['dripping paint', 'splash-drips'],
  ['torn paper', 'paper-torn-all'],
  ['tape', 'tape-plain'],
  ['paper clip', 'clip-paper'],
  ['push pin', 'pin-round'],
  ['sticky note', 'paper-folded'],
  ['notebook', 'paper-from-notebook'],
  ['rays', 'rays-full'],
  ['sunburst', 'sun-straight'],
  ['firework', 'burst-fireworks'],
  ['sparkle', 'sparkles-three'],
  ['shooting star', 'stars-falling'],
  ['comic bang', 'burst-comic'],
  ['sun', 'sign-sun'],
  ['rain', 'sign-rain'],
  ['snowflake', 'sign-snow'],
  ['moon', 'sign-moon'],
  ['knife and fork', 'sign-cutlery'],
  ['soup', 'sign-bowl'],
  ['scissors', 'sign-scissors'],
  ['hammer', 'sign-hammer'],
  ['paint brush', 'sign-brush'],
  ['music notes', 'sign-notes'],
  ['guitar', 'sign-guitar'],
  ['drum', 'sign-drum'],
  ['vinyl record', 'sign-record'],
  ['ball', 'sign-ball'],
  ['gym', 'sign-weights'],
  ['compass', 'sign-compass'],
  ['tent', 'sign-tent'],
  ['skyline', 'town-old'],
  ['city', 'town-new'],
  ['waves', 'waves-of-sea'],
  ['hills', 'hills-rolling'],
  ['mountains', 'mountains'],
  ['question mark', 'question-mark-brushed'],
  ['exclamation', 'exclamation-mark-brushed'],
  ['divider', 'rule-stars'],
  ['light leak', 'leak-from-left'],
  ['bokeh', 'bokeh-festive'],
  ['glitter', 'glitter-gold'],
  ['snow falling', 'snow-falling'],
  ['rain drops falling', 'rain-falling'],
  ['smoke', 'smoke-rising'],
  ['steam', 'steam-soft'],
  ['mist', 'mist-low'],
  ['stars night', 'star-field'],
  ['palm shadow', 'palm-shadow'],
  ['shadow of blinds', 'blinds-shadow'],
  ['floor shadow', 'floor-shadow-wide'],
  ['window shadow', 'window-shadow'],
  ['dust', 'dust-warm'],
  ['crumpled paper', 'crumpled-paper'],
  ['concrete', 'concrete'],
  ['brick', 'brick-wall'],
  ['wood', 'oak-boards'],
  ['white boards', 'painted-boards'],
  ['terrazzo', 'terrazzo'],
  ['marble', 'marble'],
  ['denim', 'denim'],
  ['chalkboard', 'chalkboard'],
  ['halftone', 'print-dots'],
  ['folded paper', 'folded-sheet'],
  ['old paper', 'old-page'],
  ['canvas', 'canvas-weave'],
  ['felt', 'felt'],
  ['sea', 'sea-and-sky'],
  ['beach', 'coast-from-above'],
  ['misty hills', 'hills-in-mist'],
  ['night sky', 'night-sky'],
  ['snow landscape', 'snow-field'],
  ['street at night', 'street-at-dusk'],
  ['market', 'market-stall'],
  ['breakfast table', 'bread-and-coffee'],
  ['flowers in a vase', 'flowers-on-the-table'],
  ['vase', 'copper-bottle'],
  ['red bicycle', 'bicycle-red'],
  ['yellow lantern', 'paper-lantern-yellow'],
  ['chocolate cake', 'birthday-cake-chocolate'],
  ['white wine', 'glass-of-white-wine'],
  ['lime', 'limes'],
  ['blue suitcase', 'suitcase-night'],
  ['bronze medal', 'medal-bronze'],
  ['teal aeroplane', 'aeroplane-teal'],
]

describe('the shelf of supplies', () => {
  it('finds what is a thing before what only lies at one', async () => {
    const { items } = await searchSupplies({ q: 'window' })
    const labels = items.map((i) => i.label)
    expect(labels.indexOf('Window with panes')).toBeLessThan(labels.indexOf('Leaves at the window'))
    expect(labels.indexOf('Leaves at the window')).toBeGreaterThan(-1)
  })
  it('is asked some two hundred questions, and answers each within the first eight', async () => {
    expect(QUESTIONS.length).toBeGreaterThanOrEqual(195)
    const missed: string[] = []
    for (const [q, id] of QUESTIONS) {
      const { items } = await searchSupplies({ q, limit: 8 })
      if (!items.some((i) => i.id === id)) missed.push(`${q}: ${id}, but ${items.map((i) => i.id).join(' ')}`)
    }
    expect(missed).toEqual([])
  })
  it('shows different things before one in other colours, unless its colour is asked for', async () => {
    const found = (await searchSupplies({ q: 'present', limit: 12 })).items.map((i) => i.id)
    expect(found.indexOf('stack-of-gifts')).toBeLessThan(found.indexOf('gift-rose'))
    expect(found).toContain('gift-rose')
    expect((await searchSupplies({ q: 'red bicycle', limit: 1 })).items[0]?.id).toBe('bicycle-red')
  })
  it('shows what lies on a shelf, what suits an occasion, and some by their ids in their order', async () => {
    const people = await searchSupplies({ shelf: 'people', limit: 60 })
    expect(people.total).toBeGreaterThan(40)
    expect(
      people.items.every((i) => /person|people|hand|gesture|face|mood/i.test(`${i.label} ${i.words}`)),
    ).toBe(true)
    // Of different things some each, not one in all its colours.
    const first = (await searchSupplies({ occasion: 'birthday', transparent: true, limit: 4 })).items
    expect(first.filter((i) => i.words.includes('balloon')).length).toBeLessThanOrEqual(2)
    const birthday = await searchSupplies({ occasion: 'birthday', limit: 30 })
    expect(birthday.items.map((i) => i.id)).toContain('birthday-cake')
    expect((await searchSupplies({ ids: ['sofa', 'apple', 'gone'] })).items.map((i) => i.id)).toEqual([
      'sofa',
      'apple',
    ])
    expect((await searchSupplies({ ids: [] })).total).toBe(0)
  })
  it('finds what is brought by the keywords it holds; the same again is told, by its bytes and by its look', async () => {
    const drawn = async (quality: number, width = 240) => {
      const svg =
        '<svg xmlns="http://www.w3.org/2000/svg" width="240" height="160"><rect width="240" height="160" fill="#c86"/><circle cx="80" cy="70" r="50" fill="#234"/><path d="M150 20l70 120h-90z" fill="#fed"/></svg>'
      const xmp =
        '<rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description xmlns:dc="http://purl.org/dc/elements/1.1/"><dc:subject><rdf:Bag><rdf:li>harbour</rdf:li><rdf:li>rope &amp; net</rdf:li></rdf:Bag></dc:subject></rdf:Description></rdf:RDF>'
      return new Uint8Array(
        await sharp(Buffer.from(svg)).resize(width).withXmp(xmp).jpeg({ quality }).toBuffer(),
      )
    }
    const first = await addUpload(await drawn(92), 'DSC_0042.jpg')
    expect(first.note).toBeUndefined()
    for (const q of ['harbour', 'net', 'DSC'])
      expect((await searchSupplies({ q, own: true })).items.map((i) => i.sha)).toContain(first.sha)
    expect(await addUpload(await drawn(92), 'copy.jpg')).toMatchObject({
      known: true,
      note: '“copy.jpg” is among your supplies already, as “DSC_0042”.',
    })
    expect((await addUpload(await drawn(60, 180), 'small.jpg')).note).toBe(
      '“small.jpg” looks the same as “DSC_0042” of your supplies.',
    )
    const other = await sharp({ create: { width: 240, height: 160, channels: 3, background: '#345' } })
      .jpeg()
      .toBuffer()
    expect((await addUpload(new Uint8Array(other), 'other.jpg')).note).toBeUndefined()
  })
  it('lets people name what is theirs and take it off; what is shipped stays', async () => {
    const svg = new TextEncoder().encode(
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><path fill="#123456" d="M0 0h9v9z"/></svg>',
    )
    const info = await addUpload(svg, 'mark_final-3.svg')
    const id = `own-${info.sha.slice(0, 16)}`
    await describeOwn(id, { label: 'House mark', words: 'logo studio heraldry' })
    const found = await searchSupplies({ q: 'heraldry' })
    expect(found.items).toMatchObject([{ id, label: 'House mark', own: true }])
    // Whom it wants named goes along; what is said later without one leaves it.
    await describeOwn(id, { label: 'House mark', words: 'heraldry', credit: 'A. Carver' })
    await describeOwn(id, { label: 'House mark', words: 'logo studio heraldry' })
    expect((await searchSupplies({ q: 'heraldry' })).items[0]?.credit).toBe('A. Carver')
    const named = [{ sha: info.sha, of: 'House mark', credit: 'A. Carver' }]
    expect(await creditsOf([info.sha, 'f'.repeat(64)])).toEqual(named)
    await expect(describeOwn(id, { label: ' ', words: '' })).rejects.toThrow(
      /Give it a name.*Nothing was changed/,
    )
    await expect(describeOwn('sofa', { label: 'Mine', words: '' })).rejects.toThrow(/not among your own/)
    await expect(forgetOwn('sofa')).rejects.toThrow(/not among your own/)
    await forgetOwn(id)
    // Designs still show it: whom it wants named stays.
    expect(await creditsOf([info.sha])).toEqual(named)
    expect((await searchSupplies({ q: 'heraldry' })).items.some((i) => i.id === id)).toBe(false)
    // The file itself stays for a month, for designs that show it.
    const row = await (await store())
      .selectFrom('blobs')
      .select('sha')
      .where('sha', '=', info.sha)
      .executeTakeFirst()
    expect(row?.sha).toBe(info.sha)
  })
})
