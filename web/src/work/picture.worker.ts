import { expose } from 'comlink'
import { pictureWork } from './pictureWork'

expose(pictureWork)
