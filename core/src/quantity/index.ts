export * from './length.js'
export * from './drill.js'
export * from './note.js'
