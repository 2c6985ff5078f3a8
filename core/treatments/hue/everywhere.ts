/** Everywhere, whatever the colour. */
export const EVERYWHERE = [0, 0, 0, -1, 0, 0]
