export * from './faults.js'
export { type Because, type Situation } from './prior.js'
export * from './diagnose.js'
export * from './cure.js'
