import { expose } from 'comlink'
import { patternWork } from './patternWork'

expose(patternWork)
