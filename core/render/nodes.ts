export { bodyOf, gradesBeneath, nodeWith, onlyOf, partsOf, shownIn, shows, withShown } from './nodes/folds'
export * from './nodes/types'
