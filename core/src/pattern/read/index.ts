export * from './drawing.js'
export { readSvg } from './svg.js'
export { readDxf } from './dxf.js'
