export * from './read/index.js'
export * from './outline/index.js'
export * from './reckon/index.js'
export * from './write/index.js'
