/**
 * Reads a number field: + − × ÷ with parentheses, comma or point, and units (`1080/3`, `12 mm`, `2*40 + 5`). `units`
 * gives px for each unit; null where the text is no number.
 */
export function readLength(text: string, units: Record<string, number> = {}): number | null {
  const source = text
    .toLowerCase()
    .replaceAll('×', '*')
    .replaceAll('÷', '/')
    .replaceAll('−', '-')
    .replaceAll(',', '.')
  const tokens = source.match(/\d+\.?\d*|\.\d+|[a-z%°]+|[-+*/()]/g)
  if (!tokens || tokens.join('') !== source.replace(/\s+/g, '')) return null
  let at = 0
  const peek = () => tokens[at]
  const sum = (): number => {
    let v = product()
    while (peek() === '+' || peek() === '-') v = tokens[at++] === '+' ? v + product() : v - product()
    return v
  }
  const product = (): number => {
    let v = factor()
    while (peek() === '*' || peek() === '/') v = tokens[at++] === '*' ? v * factor() : v / factor()
    return v
  }
  const factor = (): number => {
    const token = tokens[at++]
    if (token === '-') return -factor()
    if (token === '+') return factor()
    if (token === '(') {
      const v = sum()
      if (tokens[at++] !== ')') throw new SyntaxError()
      return v
    }
    const v = Number(token)
    if (token === undefined || Number.isNaN(v)) throw new SyntaxError()
    const unit = peek()
    if (unit === undefined || !/^[a-z%°]/.test(unit)) return v
    at++
    if (unit === 'px' || unit === '°' || (unit === '%' && units['%'] === undefined)) return v
    const k = units[unit]
    if (k === undefined) throw new SyntaxError()
    return v * k
  }
  try {
    const v = sum()
    return at === tokens.length && Number.isFinite(v) ? v : null
  } catch {
    return null
  }
}
