export * from './rising.js'
export * from './seeded.js'
