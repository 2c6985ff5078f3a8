/** What pictures may be, for a chooser of files; with graphics; and all that can be brought. */
export const PHOTOS = 'image/png,image/jpeg,image/webp,image/avif,image/gif,image/tiff,image/heic,.heic'
export const PICTURES = `${PHOTOS},image/svg+xml`
export const BROUGHT = `${PICTURES},image/openraster,.ora,application/pdf,.pdf,application/zip,.zip`

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
