export * from './saw.js'
export * from './calibration.js'
