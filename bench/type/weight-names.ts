/** What weights are called, by their numbers in OpenType's OS/2 table (`usWeightClass`). */
export const weightNames: Record<number, string> = {
  300: 'Light',
  400: 'Regular',
  500: 'Medium',
  600: 'Semibold',
  700: 'Bold',
  800: 'Heavy',
}
