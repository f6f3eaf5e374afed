export * from './job.js'
