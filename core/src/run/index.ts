export * from './run.js'
export * from './progress.js'
