export * from './time.js'
export * from './reckon.js'
export * from './remedy.js'
