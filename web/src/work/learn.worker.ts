import { expose } from 'comlink'
import { learnWork } from './learnWork'

expose(learnWork)
