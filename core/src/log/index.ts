export * from './log.js'
