/** What pictures and graphics may be, for a chooser of files. */
export const PICTURES = 'image/png,image/jpeg,image/webp,image/avif,image/gif,image/tiff,image/svg+xml'

/** Lets a person choose files; none where the chooser is left without any. */
export function chooseFiles(accept: string): Promise<File[]> {
  return new Promise((resolve) => {
    const input = document.createElement('input')
    Object.assign(input, { type: 'file', multiple: true, accept })
    input.addEventListener('change', () => resolve([...(input.files ?? [])]))
    input.addEventListener('cancel', () => resolve([]))
    input.click()
  })
}
