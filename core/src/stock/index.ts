export * from './family.js'
export * from './material.js'
export * from './form.js'
export * from './usual.js'
