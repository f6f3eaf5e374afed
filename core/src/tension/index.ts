export * from './string.js'
export * from './band.js'
export * from './span.js'
