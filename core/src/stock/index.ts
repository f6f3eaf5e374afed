export * from './material.js'
export * from './form.js'
