export * from './run.js'
