// Stands in for Node's `module` where a package only asks for it outside browsers.
export default {}
export const createRequire = undefined
