export * from './blade.js'
export * from './layout.js'
export * from './turn.js'
export * from './identify.js'
