export * from './string.js'
export * from './band.js'
