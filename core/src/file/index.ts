export * from './xml.js'
