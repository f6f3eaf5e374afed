export * from './saw.js'
