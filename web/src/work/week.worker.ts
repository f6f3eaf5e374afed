import { expose } from 'comlink'
import { weekWorker } from './weekWork'

expose(weekWorker())
