export * from './order.js'
export * from './corner.js'
export * from './clamping.js'
export * from './plan.js'
