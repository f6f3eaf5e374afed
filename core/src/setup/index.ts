export * from './item.js'
export * from './setup.js'
export { THUMB } from './strung.js'
export * from './where.js'
