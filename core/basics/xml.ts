const ENTITIES: Record<string, string> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&apos;',
}
/** Text as XML 1.0 holds it, in elements and in attributes. */
export const escaped = (text: string): string =>
  text
    .replace(/[&<>"']/g, (c) => ENTITIES[c] ?? c)
    // Characters that XML 1.0 cannot hold at all.
    // biome-ignore lint/suspicious/noControlCharactersInRegex: they are what is taken out
    .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '')
