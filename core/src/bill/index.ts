export * from './bill.js'
