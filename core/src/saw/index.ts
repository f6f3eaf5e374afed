export * from './saw.js'
export * from './clearance.js'
export * from './calibration.js'
export * from './dial.js'
