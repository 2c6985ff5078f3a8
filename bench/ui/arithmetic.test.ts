import { describe, expect, it } from 'vitest'
import { keyName } from '../commands/define'
import { commands } from '../commands/list'
import { sheetLayout } from '../shelf/sheet-layout'
import { readLength } from './arithmetic'

describe('number fields', () => {
  it.each([
    ['1080/3', 360],
    ['2*40 + 5', 85],
    ['(10+2)×3', 36],
    ['-4.5', -4.5],
    ['1,5', 1.5],
    ['100px', 100],
    ['30°', 30],
    ['10 − 4', 6],
  ])('%s is %d', (text, value) => {
    expect(readLength(text)).toBe(value)
  })
  it('take units where they are given: 25.4 mm at 300 ppi are 300 px', () => {
    expect(readLength('25.4 mm', { mm: 300 / 25.4 })).toBeCloseTo(300, 9)
    expect(readLength('50 %', { '%': 10.8 })).toBe(540)
    expect(readLength('1in+10', { in: 300 })).toBe(310)
  })
  it.each(['', 'abc', '1+', '(2', '3 apples', '1/0', '2 3'])('%j is no number', (text) => {
    expect(readLength(text)).toBeNull()
  })
})

describe('commands', () => {
  it('have unlike ids, and no key twice', () => {
    const keys = commands.flatMap((c) => c.keys ?? [])
    expect(new Set(keys).size).toBe(keys.length)
    expect(new Set(commands.map((c) => c.id)).size).toBe(commands.length)
  })
  it('are found by what is pressed, whatever the keyboard writes with a modifier', () => {
    const press = (e: Partial<KeyboardEvent>) =>
      keyName({ key: '', code: '', ctrlKey: false, metaKey: false, shiftKey: false, altKey: false, ...e })
    expect(press({ key: 'z', code: 'KeyZ', metaKey: true })).toBe('Mod+Z')
    expect(press({ key: '{', code: 'BracketLeft', shiftKey: true })).toBe('Shift+[')
    expect(press({ key: '5', code: 'Digit5' })).toBe('5')
    expect(press({ key: 'ArrowLeft', code: 'ArrowLeft', shiftKey: true })).toBe('Shift+ArrowLeft')
  })
})

describe('contact sheets', () => {
  it('lay no picture over another and keep every ratio', () => {
    const channels = [
      [1080, 1080],
      [1080, 1350],
      [1080, 1920],
      [1280, 720],
      [1200, 630],
      [1500, 500],
      [1754, 2480],
      [1748, 1240],
    ].map(([width, height], n) => ({
      id: String(n),
      name: '',
      width: width as number,
      height: height as number,
      master: n === 0,
    }))
    const { places, width, height } = sheetLayout(channels)
    expect(places).toHaveLength(8)
    for (const [n, a] of places.entries()) {
      expect(Math.abs(a.width / a.height - a.channel.width / a.channel.height)).toBeLessThan(0.05)
      expect(a.x + a.width <= width && a.y + a.height <= height).toBe(true)
      for (const b of places.slice(n + 1))
        expect(
          a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height,
        ).toBe(false)
    }
  })
})
