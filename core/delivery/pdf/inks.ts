/** Colours as a file holds them; pixels are RGB, 8 bits each, in and the file's own out. */
export type Inks = {
  /** Values of a pixel. */
  channels: 3 | 4
  /** The ICC profile that says what they are. */
  profile: Uint8Array
  name: string
  /** A colour, 0–1 each, RGB in and the file's own out; `pure` black is black ink alone. */
  of(rgb: readonly [number, number, number], pure: boolean): readonly number[]
  pixels(rgb: Uint8Array): Uint8Array
}
