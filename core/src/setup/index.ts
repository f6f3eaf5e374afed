export * from './setup.js'
