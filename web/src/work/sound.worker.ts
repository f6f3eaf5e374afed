import { expose } from 'comlink'
import { soundWork } from './soundWork'

expose(soundWork)
