export * from './design.js'
export * from './rank.js'
export { likeliest, luce, type Ordering } from './luce.js'
