import { expose } from 'comlink'
import { cameraWork } from './cameraWork'

expose(cameraWork)
