import { expose } from 'comlink'
import { kitWork } from './kitWork'

expose(kitWork)
