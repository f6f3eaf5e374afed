export * from './gray.js'
