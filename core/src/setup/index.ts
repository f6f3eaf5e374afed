export * from './item.js'
export * from './setup.js'
