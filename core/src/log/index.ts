export * from './log.js'
export * from './says.js'
