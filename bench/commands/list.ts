import { belongingCommands } from './belonging'
import { cuttingCommands } from './cutting'
import type { Command } from './define'
import { depthCommands } from './depth'
import { designCommands } from './design'
import { detailsCommands } from './details'
import { editCommands } from './edit'
import { linkingCommands } from './linking'
import { combineCommands, maskCommands } from './masks'
import { placingCommands } from './placing'
import { selectCommands } from './select'
import { steeringCommands } from './steering'
import { supplyCommands } from './supplies'
import { tableCommands } from './table'
import { toolCommands } from './tools'
import { treatmentCommands } from './treatments'
import { viewCommands } from './view'
import { wallCommands } from './wall'

/** Every command of the bench; keys, palette, menus and tests all run these. */
export const commands: readonly Command[] = [
  ...toolCommands,
  ...editCommands,
  ...supplyCommands,
  ...selectCommands,
  ...depthCommands,
  ...placingCommands,
  ...belongingCommands,
  ...steeringCommands,
  ...combineCommands,
  ...maskCommands,
  ...treatmentCommands,
  ...cuttingCommands,
  ...viewCommands,
  ...detailsCommands,
  ...wallCommands,
  ...designCommands,
  ...tableCommands,
  ...linkingCommands,
]
export const commandById = (id: string): Command => {
  const found = commands.find((c) => c.id === id)
  if (!found) throw new Error(`There is no command “${id}”.`)
  return found
}
