export const MIXED = { screen: 'as light', normal: 'as paint' } as const
