export * from './ring.js'
export * from './join.js'
export * from './nest.js'
export * from './pattern.js'
