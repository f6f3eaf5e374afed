export * from './saw.js'
export * from './calibration.js'
export * from './frame.js'
