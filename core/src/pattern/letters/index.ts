export * from './letters.js'
