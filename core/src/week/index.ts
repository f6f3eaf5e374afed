export * from './asked.js'
export { movedPairs, planWeek, tellOrder } from './plan.js'
export * from './quote.js'
export * from './stack.js'
