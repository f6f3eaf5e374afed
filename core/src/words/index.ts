export * from './say.js'
export * from './limit.js'
export * from './rank.js'
export * from './setup.js'
export * from './why.js'

export * from './pattern.js'
export * from './heard.js'
export * from './identify.js'
