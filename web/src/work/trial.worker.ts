import { expose } from 'comlink'
import { trialWork } from './trialWork'

expose(trialWork)
