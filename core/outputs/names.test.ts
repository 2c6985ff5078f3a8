import { describe, expect, it } from 'vitest'
import { csvField, type Listed, manifestCsv, manifestJson } from './manifest'
import { type Named, namesFor } from './names'

const file = (more: Partial<Named> = {}): Named => ({
  design: 'Früher Ofen / 2',
  page: 'Page 1',
  row: 'as-designed',
  channel: 'Square post',
  width: 1080,
  height: 1080,
  ending: 'png',
  ...more,
})
const one = (pattern: string, more: Partial<Named> = {}) => {
  const { names, warnings } = namesFor(pattern, [file(more)])
  return [names[0], ...warnings]
}

describe('names of files', () => {
  it('follow the pattern, in plain letters', () => {
    expect(one('{design}-{channel}-{width}x{height}')).toEqual(['fruher-ofen-2-square-post-1080x1080.png'])
  })
  it('hold nothing that a file system refuses, and say what was changed', () => {
    expect(one('a/b:c')).toEqual(['a-b-c.png', expect.stringMatching(/become hyphens/)])
    expect(one('..hidden. ')).toEqual(['hidden.png'])
    expect(one('???')).toEqual(['-.png', expect.stringMatching(/become hyphens/)])
    expect(one(' . ')).toEqual(['picture.png'])
    for (const name of ['CON', 'lpt1', 'com¹', 'nul.old'])
      expect(one(name)).toEqual([`_${name}.png`, expect.stringMatching(/device on Windows/)])
    expect(one('console')).toEqual(['console.png'])
    const [long = ''] = one('x'.repeat(400))
    expect(new TextEncoder().encode(long).length).toBeLessThanOrEqual(255)
  })
  it('are never the same twice, whatever their capitals', () => {
    const { names, warnings } = namesFor('{channel}', [
      file({ channel: 'Post' }),
      file({ channel: 'post' }),
      file({ channel: 'POST' }),
    ])
    expect(names).toEqual(['post.png', 'post-2.png', 'post-3.png'])
    expect(warnings).toEqual(['Several files would have one name; they are numbered.'])
    expect(namesFor('A', [file(), file({ ending: 'jpg' })]).warnings).toEqual([])
  })
  it('keep a word that is none, and say so', () => {
    expect(one('{size}-{width}')).toEqual([
      '{size}-1080.png',
      '{size} is none of the words; it stays as it is.',
    ])
  })
})

describe('the list of a delivery', () => {
  const listed = (more: Partial<Listed> = {}): Listed => ({
    file: 'a.png',
    design: 'Kiln',
    page: 'One',
    row: '',
    channel: 'Post',
    format: 'png',
    width: 10,
    height: 20,
    bytes: 300,
    sha256: 'ab',
    likeness: null,
    alt: '',
    caption: '',
    ...more,
  })
  it('is CSV by RFC 4180: its own examples of quotes, commas and line ends', () => {
    // 2.6 and 2.7 of the RFC: "aaa","b CRLF bb","ccc" and "aaa","b""bb","ccc".
    expect(csvField('b\r\nbb')).toBe('"b\r\nbb"')
    expect(csvField('b"bb')).toBe('"b""bb"')
    expect(csvField('zzz')).toBe('zzz')
    expect(csvField('a,b')).toBe('"a,b"')
    expect(manifestCsv([listed({ page: 'One, “two”', likeness: 0.98 })])).toBe(
      'file,design,page,row,channel,format,width,height,bytes,sha256,likeness,alt,caption\r\na.png,Kiln,"One, “two”",,Post,png,10,20,300,ab,0.98,,\r\n',
    )
  })
  it('is JSON with the same', () => {
    expect(JSON.parse(manifestJson([listed()]))).toEqual({ files: [listed()] })
  })
})
