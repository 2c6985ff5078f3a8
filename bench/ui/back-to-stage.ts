/** Gives the keyboard back to the stage, so that the next key is a command; in a dialog the field only lets go of it. */
export function backToStage(field: HTMLElement): void {
  field.blur()
  if (field.closest('[role="dialog"]')) return
  document.querySelector<HTMLElement>('[data-stage]')?.focus({ preventScroll: true })
}
