export * from './fit.js'
export * from './slice.js'
export * from './transfer.js'
