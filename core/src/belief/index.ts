export * from './effects.js'
export * from './belief.js'
