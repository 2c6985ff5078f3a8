/** What pictures and graphics may be, for a chooser of files. */
export const PICTURES = 'image/png,image/jpeg,image/webp,image/avif,image/gif,image/tiff,image/svg+xml'

/** Lets a person choose files; none where the chooser is left without any. */
export const chooseFiles = (accept: string): Promise<File[]> => chosen({ multiple: true, accept })
/** Lets a person choose a folder, for all files in it. */
export const chooseFolder = (): Promise<File[]> => chosen({ webkitdirectory: true })
function chosen(how: object): Promise<File[]> {
  return new Promise((resolve) => {
    const input = document.createElement('input')
    Object.assign(input, { type: 'file', ...how })
    input.addEventListener('change', () => resolve([...(input.files ?? [])]))
    input.addEventListener('cancel', () => resolve([]))
    input.click()
  })
}
