import type { SlotLayer } from '@/core/kinds/slot/schema'

export type Slot = SlotLayer

/** Sets what a change says of the slot, told from how it was when the hand took hold. */
export type SetSlot = (name: string, change: (l: Slot) => Partial<Slot>, only?: 'shown') => void
