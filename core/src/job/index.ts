export * from './job.js'
export * from './model.js'
