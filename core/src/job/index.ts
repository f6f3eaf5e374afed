export * from './job.js'
export * from './model.js'
export * from './sound.js'
export * from './usual.js'
